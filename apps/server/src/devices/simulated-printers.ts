import type { PrinterMode } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import { Client } from 'pg';
import type { DataSource } from 'typeorm';
import { MenuListEntity, PrinterEntity, SimPaperEntity, SimPrinterEntity } from '../db/entities.ts';
import { announce, CHANNEL } from '../live/announce.ts';
import { log } from '../log.ts';
import { SimulatedPrinter } from './simulated-printer.ts';

const RETRY_MS = 500;

/** Runs a simulated printer for every station of the menu, each behaving as set in the database. */
export class SimulatedPrinters {
  readonly #database: DataSource;
  readonly #url: string;
  readonly #printers = new Map<string, SimulatedPrinter>();
  #client: Client | undefined;
  #stopped = false;
  #work: Promise<void> = Promise.resolve();

  constructor(database: DataSource, url: string) {
    this.#database = database;
    this.#url = url;
  }

  async start(): Promise<void> {
    await this.#follow();
    await this.#listen();
  }

  async stop(): Promise<void> {
    this.#stopped = true;
    await this.#client?.end().catch(() => undefined);
    await this.#work;
    for (const printer of this.#printers.values()) await printer.close();
  }

  /** Starts printers for new stations and applies changed behaviours. */
  async #follow(): Promise<void> {
    const list = await this.#database.manager.findOneBy(MenuListEntity, { kind: 'stations' });
    for (const station of list?.ids ?? []) if (!this.#printers.has(station)) await this.#add(station);
    for (const { station, mode } of await this.#database.manager.find(SimPrinterEntity)) {
      await this.#printers.get(station)?.become(mode as PrinterMode);
    }
  }

  async #add(station: string): Promise<void> {
    const printer = new SimulatedPrinter((body) => this.#keep(station, body));
    await printer.open();
    this.#printers.set(station, printer);
    const { manager } = this.#database;
    await manager.upsert(
      PrinterEntity,
      { station, host: '127.0.0.1', port: printer.port, health: 'unknown', since: now() },
      ['station'],
    );
    await manager.query(`INSERT INTO "sim_printer" ("station", "mode") VALUES ($1, 'ok') ON CONFLICT DO NOTHING`, [
      station,
    ]);
  }

  async #keep(station: string, body: Parameters<ConstructorParameters<typeof SimulatedPrinter>[0]>[0]): Promise<void> {
    await this.#database.transaction(async (manager) => {
      await manager.insert(SimPaperEntity, { station, printedAt: now(), body: body as never });
      await announce(manager, { type: 'paper' });
    });
  }

  async #listen(): Promise<void> {
    const client = new Client({ connectionString: this.#url });
    this.#client = client;
    client.on('notification', () => {
      this.#work = this.#work
        .then(() => this.#follow())
        .catch((error: unknown) => log.warn({ err: error }, 'simulated printers could not follow'));
    });
    const again = () => {
      if (this.#stopped || this.#client !== client) return;
      this.#client = undefined;
      setTimeout(() => void (this.#stopped || this.#listen().catch(again)), RETRY_MS);
    };
    client.on('error', again);
    client.on('end', again);
    try {
      await client.connect();
      await client.query(`LISTEN ${CHANNEL}`);
      await this.#follow();
    } catch {
      again();
    }
  }
}
