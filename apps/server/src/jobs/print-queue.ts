import type { TestPrint } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import { type DataSource, type EntityManager, In, LessThan, LessThanOrEqual, Not } from 'typeorm';
import { PrinterEntity, PrintJobEntity } from '../db/entities.ts';
import { newDataSource } from '../db/data-source.ts';
import { printerHealth } from '../devices/printer-line.ts';
import { log } from '../log.ts';
import { JobQueue } from './job-queue.ts';
import { keepHealth } from './printer-health.ts';
import { PrinterLocks } from './printer-locks.ts';
import { printJob, WHILE_OTHERS_PRINT } from './print-ticket.ts';
import { printTest } from './test-print.ts';

const POOL_SIZE = 5;
const HEALTH_MS = 4_000;
/** An unprinted job this long past its due time was left behind by a process that died. */
const FORGOTTEN_MS = 15_000;
const MAX_FORGOTTEN = 500;
const STOP_MS = 4_000;

/** Final states of a job. */
const FINISHED = ['printed', 'stopped'] as const;

/**
 * Prints tickets. Each printer handles its own jobs in order, and none waits for another. No database connection is
 * held while paper comes out, and printing has its own small pool. Any process may print; jobs of a process that died
 * are picked up by the others.
 */
export class PrintQueue {
  readonly #database: DataSource;
  readonly #queue: JobQueue;
  readonly #locks: PrinterLocks;
  readonly #working = new Map<string, Promise<void>>();
  /** Printers that received work while they were busy. */
  readonly #again = new Set<string>();
  #stopping = false;
  #timer: NodeJS.Timeout | undefined;
  #looking: Promise<void> = Promise.resolve();

  constructor(url: string) {
    this.#database = newDataSource(url, { poolSize: POOL_SIZE, name: 'printing' });
    this.#queue = new JobQueue(url, 'print');
    this.#locks = new PrinterLocks(url);
  }

  async start(): Promise<void> {
    await this.#database.initialize();
    await this.#queue.start((printers) => printers.forEach((printer) => this.#work(printer)));
    this.#timer = setInterval(() => {
      this.#looking = this.#looking.then(() => this.#look());
    }, HEALTH_MS);
    this.#looking = this.#look();
  }

  /** Starts no new jobs and waits a few seconds for the current ones. */
  async stop(): Promise<void> {
    this.#stopping = true;
    clearInterval(this.#timer);
    await this.#queue.stop();
    const late = new Promise<void>((resolve) => setTimeout(resolve, STOP_MS).unref());
    await Promise.race([Promise.all([this.#looking, ...this.#working.values()]), late]);
    await this.#locks.stop();
    await this.#database.destroy();
  }

  /** Signals work for a printer if and only if the transaction commits. */
  async send(manager: EntityManager, printer: string, startAfterSeconds = 0): Promise<void> {
    await this.#queue.send(manager, printer, startAfterSeconds);
  }

  /** Prints a test between tickets, never among them. Undefined if there is no such printer. */
  async printTest(printer: string): Promise<TestPrint | undefined> {
    if (!(await this.#locks.tryLock(printer))) return { result: 'busy' };
    try {
      return await printTest(this.#database, printer);
    } finally {
      await this.#locks.unlock(printer);
    }
  }

  wake(): void {
    this.#queue.wake();
  }

  #work(printer: string): void {
    if (this.#stopping) return;
    if (this.#working.has(printer)) return void this.#again.add(printer);
    const work = this.#printAll(printer)
      // Without a database the jobs stay as they are and are picked up later.
      .catch((error: unknown) => log.error({ err: error, printer }, 'printing was interrupted'))
      .finally(() => {
        this.#working.delete(printer);
        if (this.#again.delete(printer)) this.#work(printer);
      });
    this.#working.set(printer, work);
  }

  /** Prints everything due at a printer, one ticket at a time, until it is done or the printer fails. */
  async #printAll(printer: string): Promise<void> {
    if (!(await this.#locks.tryLock(printer))) return this.#later(printer, WHILE_OTHERS_PRINT);
    try {
      while (!this.#stopping) {
        const [job] = await this.#database.manager.find(PrintJobEntity, {
          where: { printer, state: Not(In([...FINISHED])), dueAt: LessThanOrEqual(now()) },
          order: { createdAt: 'ASC', copy: 'ASC', id: 'ASC' },
          take: 1,
        });
        if (!job) break;
        const turns = await printJob(this.#database, job);
        for (const { printer: next, seconds } of turns) await this.#later(next, seconds);
        if (turns.length > 0) break;
      }
    } finally {
      await this.#locks.unlock(printer);
    }
  }

  async #later(printer: string, seconds: number): Promise<void> {
    await this.send(this.#database.manager, printer, seconds);
  }

  /** Queries the health of every idle printer, and picks up jobs left behind. */
  async #look(): Promise<void> {
    try {
      const printers = await this.#database.manager.find(PrinterEntity);
      await Promise.all(
        printers
          .filter(({ id }) => !this.#working.has(id))
          .map(async ({ id, host, port }) => {
            await keepHealth(this.#database.manager, id, await printerHealth({ host, port }));
          }),
      );
      const where = { state: Not(In([...FINISHED])), dueAt: LessThan(new Date(now().getTime() - FORGOTTEN_MS)) };
      const forgotten = await this.#database.manager.find(PrintJobEntity, {
        where,
        select: { id: true, printer: true },
        take: MAX_FORGOTTEN,
      });
      for (const printer of new Set(forgotten.map((job) => job.printer))) this.#work(printer);
    } catch (error) {
      log.warn({ err: error }, 'printers could not be looked at');
    }
  }
}
