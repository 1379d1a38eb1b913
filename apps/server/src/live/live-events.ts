import type { Response } from 'express';
import { Client } from 'pg';
import { CHANNEL } from './announce.ts';

const RETRY_MS = 500;
const KEEP_ALIVE_MS = 20_000;

/**
 * Server-sent events, fed by PostgreSQL: what any process announces reaches the pages of all. A page that comes
 * back after a pause reads everything anew, so nothing is kept here for it.
 */
export class LiveEvents {
  readonly #url: string;
  readonly #pages = new Set<Response>();
  #client: Client | undefined;
  #stopped = false;
  #retry: NodeJS.Timeout | undefined;
  #keepAlive: NodeJS.Timeout | undefined;

  constructor(url: string) {
    this.#url = url;
  }

  async start(): Promise<void> {
    this.#keepAlive = setInterval(() => this.#send(': still here\n\n'), KEEP_ALIVE_MS);
    await this.#listen();
  }

  /** Answers a request with a stream of events until the page goes away. */
  connect(response: Response): void {
    response.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' });
    response.write('retry: 1000\n\ndata: {"type":"connected"}\n\n');
    this.#pages.add(response);
    response.on('close', () => this.#pages.delete(response));
  }

  async stop(): Promise<void> {
    this.#stopped = true;
    clearInterval(this.#keepAlive);
    clearTimeout(this.#retry);
    for (const page of this.#pages) page.end();
    await this.#client?.end();
  }

  async #listen(): Promise<void> {
    const client = new Client({ connectionString: this.#url });
    client.on('notification', ({ payload }) => this.#send(`data: ${payload ?? ''}\n\n`));
    client.on('error', () => this.#lost(client));
    client.on('end', () => this.#lost(client));
    this.#client = client;
    await client.connect();
    await client.query(`LISTEN ${CHANNEL}`);
  }

  /** The database went away: the pages are let go, so that they come back and read anew once it is there again. */
  #lost(client: Client): void {
    if (this.#stopped || this.#client !== client) return;
    this.#client = undefined;
    for (const page of this.#pages) page.end();
    this.#again();
  }

  #again(): void {
    this.#retry = setTimeout(() => {
      this.#listen().catch(() => {
        this.#client = undefined;
        this.#again();
      });
    }, RETRY_MS);
  }

  #send(text: string): void {
    for (const page of this.#pages) page.write(text);
  }
}
