import { type Announcement, HEARTBEAT_MS } from '@hearty-ladle/core';
import type { Request, Response } from 'express';
import { Client } from 'pg';
import { log } from '../log.ts';
import { CHANNEL } from './announce.ts';

const RETRY_MS = 500;
const CONNECT_MS = 2_000;
/** Maximum number of pages connected to one process. */
const MAX_PAGES = 3_000;
/** Unread bytes allowed for a page; a page that reads no more is disconnected and reconnects when it can. */
const MAX_UNREAD = 64 * 1024;

interface Page {
  readonly response: Response;
  readonly types: readonly Announcement['type'][];
}

/**
 * Server-sent events fed by PostgreSQL notifications, so an event of any process reaches all pages. A page reads
 * everything again after reconnecting, so nothing is buffered here.
 */
export class LiveEvents {
  readonly #url: string;
  readonly #pages = new Set<Page>();
  readonly #heard: (event: Announcement) => void;
  #client: Client | undefined;
  #stopped = false;
  #retry: NodeJS.Timeout | undefined;
  #heartbeat: NodeJS.Timeout | undefined;

  /** `heard` is called for every event, including those of this process. */
  constructor(url: string, heard: (event: Announcement) => void = () => undefined) {
    this.#url = url;
    this.#heard = heard;
  }

  async start(): Promise<void> {
    this.#heartbeat = setInterval(() => this.#send('data: {"type":"alive"}\n\n'), HEARTBEAT_MS);
    await this.#listen();
  }

  /** Responds with a stream of events of the given types until the page disconnects. */
  connect(request: Request, response: Response, types: readonly Announcement['type'][]): undefined {
    const isFull = this.#pages.size >= MAX_PAGES || this.#stopped;
    response.writeHead(isFull ? 503 : 200, {
      'content-type': 'text/event-stream',
      'cache-control': 'no-store',
      'x-accel-buffering': 'no',
    });
    if (isFull || request.method === 'HEAD') {
      response.end();
      return undefined;
    }
    response.write('retry: 1000\n\ndata: {"type":"connected"}\n\n');
    const page = { response, types };
    this.#pages.add(page);
    response.on('close', () => this.#pages.delete(page));
    return undefined;
  }

  async stop(): Promise<void> {
    this.#stopped = true;
    clearInterval(this.#heartbeat);
    clearTimeout(this.#retry);
    this.#letGo();
    await this.#client?.end();
  }

  async #listen(): Promise<void> {
    const client = new Client({ connectionString: this.#url, connectionTimeoutMillis: CONNECT_MS, keepAlive: true });
    client.on('notification', ({ payload = '' }) => this.#announce(payload));
    client.on('error', () => this.#lost(client));
    client.on('end', () => this.#lost(client));
    this.#client = client;
    await client.connect();
    await client.query(`LISTEN ${CHANNEL}`);
  }

  #announce(payload: string): void {
    const event = JSON.parse(payload) as Announcement;
    this.#heard(event);
    this.#send(`data: ${payload}\n\n`, event.type);
  }

  /** The database connection was lost: disconnects the pages, so that they reconnect and read again. */
  #lost(client: Client): void {
    if (this.#stopped || this.#client !== client) return;
    log.warn('live events lost their database');
    this.#client = undefined;
    this.#letGo();
    this.#again();
  }

  #again(): void {
    this.#retry = setTimeout(() => {
      this.#listen().catch((error: unknown) => {
        log.warn({ err: error }, 'live events still have no database');
        this.#client = undefined;
        this.#again();
      });
    }, RETRY_MS);
  }

  #letGo(): void {
    for (const { response } of this.#pages) response.end();
  }

  #send(text: string, type?: Announcement['type']): void {
    for (const { response, types } of this.#pages) {
      if (type !== undefined && !types.includes(type)) continue;
      if (response.writableLength > MAX_UNREAD) response.destroy();
      else response.write(text);
    }
  }
}
