import PgBoss from 'pg-boss';
import type { EntityManager } from 'typeorm';
import { log } from '../log.ts';

const POLL_SECONDS = 0.5;
const BATCH = 50;
const EXPIRE_SECONDS = 60;

/** What signals are for: a printer, or a program that is told of events. */
export type QueueName = 'print' | 'webhook';

/**
 * A job queue; this is the only file that knows pg-boss (version 10; newer versions need a newer Node.js). A signal only
 * says that its subject may have work; the work itself is in a table of its own.
 */
export class JobQueue {
  readonly #name: QueueName;
  readonly #boss: PgBoss;
  #worker: string | undefined;

  constructor(url: string, name: QueueName) {
    this.#name = name;
    this.#boss = new PgBoss({
      connectionString: url,
      schema: 'pgboss',
      max: name === 'print' ? 3 : 1,
      maintenanceIntervalSeconds: 10,
      schedule: false,
    });
    // The connection may drop for a while; pg-boss reconnects by itself.
    this.#boss.on('error', (error) => log.warn({ err: error, queue: name }, 'a job queue lost its database'));
  }

  /** Calls `work` with the subjects that may have work. */
  async start(work: (subjects: readonly string[]) => void): Promise<void> {
    await this.#boss.start();
    await this.#boss.createQueue(this.#name);
    this.#worker = await this.#boss.work<{ subject?: string }>(
      this.#name,
      { pollingIntervalSeconds: POLL_SECONDS, batchSize: BATCH },
      (signals) => {
        work([...new Set(signals.flatMap(({ data }) => data.subject ?? []))]);
        return Promise.resolve();
      },
    );
  }

  /** Sends if and only if the transaction commits. */
  async send(manager: EntityManager, subject: string, startAfterSeconds = 0): Promise<void> {
    const db = {
      executeSql: async (sql: string, values: unknown[]) => ({ rows: (await manager.query(sql, values)) as unknown[] }),
    };
    await this.#boss.send(
      this.#name,
      { subject },
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
      .catch((error: unknown) => log.warn({ err: error, queue: this.#name }, 'a job queue did not stop in order'));
  }
}
