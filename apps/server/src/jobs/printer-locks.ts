import { Client } from 'pg';
import { log } from '../log.ts';

const CONNECT_MS = 2_000;
const ANSWER_MS = 5_000;

/**
 * Printer locks of this process: only one process at a time uses a printer. All locks are held by one database session,
 * so they are released when the process dies.
 */
export class PrinterLocks {
  readonly #url: string;
  readonly #held = new Set<string>();
  #session: Promise<Client> | undefined;
  #pending: Promise<unknown> = Promise.resolve();

  constructor(url: string) {
    this.#url = url;
  }

  /** Acquires the lock; false if this process or another holds it, or the database is unavailable. */
  async tryLock(station: string): Promise<boolean> {
    if (this.#held.has(station)) return false;
    this.#held.add(station);
    try {
      if (await this.#ask('pg_try_advisory_lock', station)) return true;
    } catch (error) {
      log.warn({ err: error }, 'no lock for a printer');
    }
    this.#held.delete(station);
    return false;
  }

  async unlock(station: string): Promise<void> {
    try {
      await this.#ask('pg_advisory_unlock', station);
    } catch (error) {
      // Locks are lost with their session.
      log.warn({ err: error }, 'a printer was not unlocked in order');
    } finally {
      this.#held.delete(station);
    }
  }

  async stop(): Promise<void> {
    const session = this.#session;
    this.#session = undefined;
    await session?.then(
      (client) => client.end(),
      () => undefined,
    );
  }

  /** Queries run one after another, as a session can't run two at once. */
  #ask(lock: 'pg_try_advisory_lock' | 'pg_advisory_unlock', station: string): Promise<boolean> {
    const answer = this.#pending.then(async () => {
      const { rows } = await (
        await this.#connected()
      ).query<{ is: boolean }>(`SELECT ${lock}(hashtextextended($1, 2)) AS is`, [`printer ${station}`]);
      return rows[0]?.is ?? false;
    });
    this.#pending = answer.catch(() => false);
    return answer;
  }

  #connected(): Promise<Client> {
    this.#session ??= this.#connect();
    return this.#session;
  }

  async #connect(): Promise<Client> {
    const client = new Client({
      connectionString: this.#url,
      connectionTimeoutMillis: CONNECT_MS,
      query_timeout: ANSWER_MS,
      keepAlive: true,
    });
    const lost = () => {
      this.#session = undefined;
    };
    client.on('error', lost);
    client.on('end', lost);
    try {
      await client.connect();
      return client;
    } catch (error) {
      lost();
      throw error;
    }
  }
}
