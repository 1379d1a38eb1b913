import PgBoss from 'pg-boss';
import type { EntityManager } from 'typeorm';
import { log } from '../log.ts';

const QUEUE = 'print';
const POLL_SECONDS = 0.5;
const BATCH = 50;
const EXPIRE_SECONDS = 60;

/**
 * The job queue, and the only file that knows pg-boss (version 10; newer versions need a newer Node.js). A message only
 * signals that a printer may have work; the work itself is in the print_job table.
 */
export class JobQueue {
  readonly #boss: PgBoss;
  #worker: string | undefined;

  constructor(url: string) {
    this.#boss = new PgBoss({
      connectionString: url,
      schema: 'pgboss',
      max: 3,
      maintenanceIntervalSeconds: 10,
      schedule: false,
    });
    // The connection may drop for a while; pg-boss reconnects by itself.
    this.#boss.on('error', (error) => log.warn({ err: error }, 'the print queue lost its database'));
  }

  /** Calls `work` with the printers that may have work. */
  async start(work: (printers: readonly string[]) => void): Promise<void> {
    await this.#boss.start();
    await this.#boss.createQueue(QUEUE);
    this.#worker = await this.#boss.work<{ printer: string }>(
      QUEUE,
      { pollingIntervalSeconds: POLL_SECONDS, batchSize: BATCH },
      (messages) => {
        work([...new Set(messages.map(({ data }) => data.printer))]);
        return Promise.resolve();
      },
    );
  }

  /** Sends if and only if the transaction commits. */
  async send(manager: EntityManager, printer: string, startAfterSeconds = 0): Promise<void> {
    const db = {
      executeSql: async (sql: string, values: unknown[]) => ({ rows: (await manager.query(sql, values)) as unknown[] }),
    };
    await this.#boss.send(
      QUEUE,
      { printer },
      { db, startAfter: startAfterSeconds, expireInSeconds: EXPIRE_SECONDS, retryLimit: 1 },
    );
  }

  /** Polls now instead of waiting for the next interval. */
  wake(): void {
    if (this.#worker !== undefined) this.#boss.notifyWorker(this.#worker);
  }

  async stop(): Promise<void> {
    await this.#boss
      .stop({ graceful: true, timeout: 2_000, wait: true })
      .catch((error: unknown) => log.warn({ err: error }, 'the print queue did not stop in order'));
  }
}
