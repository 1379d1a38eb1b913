import PgBoss from 'pg-boss';
import { type DataSource, type EntityManager, In, LessThan, Not } from 'typeorm';
import { PrinterEntity, PrintJobEntity } from '../db/entities.ts';
import { printerHealth } from '../devices/printer-line.ts';
import { keepHealth } from './printer-health.ts';
import { printTickets } from './print-ticket.ts';

const QUEUE = 'print';
const WORKERS = 3;
const AT_ONCE = 20;
const POLL_SECONDS = 0.5;
/** How long a try may take before another process may take the job. */
const EXPIRE_SECONDS = 60;
const HEALTH_MS = 4_000;
/** A job that was due so long ago and is not printed was forgotten by a process that died. */
const FORGOTTEN_MS = 15_000;

/**
 * Tickets on their way to paper. Jobs are sent in the transaction that makes them, and any server process may take
 * them; what a process that died leaves behind is picked up by the others.
 */
export class PrintQueue {
  readonly #database: DataSource;
  readonly #boss: PgBoss;
  #workers: string[] = [];
  #timer: NodeJS.Timeout | undefined;
  #looking: Promise<void> = Promise.resolve();

  constructor(database: DataSource, url: string) {
    this.#database = database;
    this.#boss = new PgBoss({ connectionString: url, schema: 'pgboss', max: 4, maintenanceIntervalSeconds: 10, schedule: false });
    // The connection may go away for a while; the boss tries again by itself.
    this.#boss.on('error', () => undefined);
  }

  async start(): Promise<void> {
    await this.#boss.start();
    await this.#boss.createQueue(QUEUE);
    const options = { pollingIntervalSeconds: POLL_SECONDS, batchSize: AT_ONCE };
    for (let i = 0; i < WORKERS; i++) {
      this.#workers.push(await this.#boss.work<{ id: string }>(QUEUE, options, (jobs) => this.#print(jobs)));
    }
    this.#timer = setInterval(() => {
      this.#looking = this.#looking.then(() => this.#look()).catch(() => undefined);
    }, HEALTH_MS);
    this.#looking = this.#look().catch(() => undefined);
  }

  async stop(): Promise<void> {
    clearInterval(this.#timer);
    await this.#looking;
    await this.#boss.stop({ graceful: true, timeout: 3_000, wait: true }).catch(() => undefined);
  }

  /** Puts a print job in the queue, when and only when the transaction commits. */
  async send(manager: EntityManager, id: string, startAfterSeconds = 0): Promise<void> {
    const db = { executeSql: async (sql: string, values: unknown[]) => ({ rows: (await manager.query(sql, values)) as unknown[] }) };
    await this.#boss.send(QUEUE, { id }, { db, startAfter: startAfterSeconds, expireInSeconds: EXPIRE_SECONDS, retryLimit: 3, retryDelay: 1 });
  }

  /** Tells the workers that there may be something to do, so that they need not wait for their next look. */
  wake(): void {
    for (const worker of this.#workers) this.#boss.notifyWorker(worker);
  }

  async #print(jobs: readonly { data: { id: string } }[]): Promise<void> {
    // Where the database is away the jobs stand as they are, and are taken up as forgotten ones.
    const again = await printTickets(this.#database, jobs.map(({ data }) => data.id)).catch(() => new Map<string, number>());
    if (again.size === 0) return;
    await this.#database.transaction(async (manager) => {
      for (const [id, pause] of again) {
        await manager.update(PrintJobEntity, { id }, { dueAt: new Date(Date.now() + pause * 1_000) });
        await this.send(manager, id, pause);
      }
    });
  }

  /** Asks every printer how it is, and takes up what was forgotten. */
  async #look(): Promise<void> {
    for (const { station, host, port } of await this.#database.manager.find(PrinterEntity)) {
      await keepHealth(this.#database, station, await printerHealth({ host, port }));
    }
    const forgotten = await this.#database.manager.find(PrintJobEntity, { where: { state: Not('printed'), dueAt: LessThan(new Date(Date.now() - FORGOTTEN_MS)) }, take: 100 });
    if (forgotten.length === 0) return;
    await this.#database.transaction(async (manager) => {
      await manager.update(PrintJobEntity, { id: In(forgotten.map(({ id }) => id)) }, { dueAt: new Date() });
      for (const { id } of forgotten) await this.send(manager, id);
    });
  }
}
