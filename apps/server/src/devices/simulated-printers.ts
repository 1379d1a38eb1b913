import { type PrinterMode, printerAt } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import { Client } from 'pg';
import type { DataSource } from 'typeorm';
import { MenuListEntity, PrinterEntity, SimPaperEntity, SimPrinterEntity } from '../db/entities.ts';
import { NOT_SIMULATED } from '../db/simulated-places.ts';
import { announce, CHANNEL } from '../live/announce.ts';
import { log } from '../log.ts';
import { SimulatedPrinter } from './simulated-printer.ts';

const RETRY_MS = 500;

/** Runs a simulated printer for every station at every location of the menu, each behaving as set in the database. */
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

  /** Starts printers for new stations and locations, leaves places to others, and applies changed behaviours. */
  async #follow(): Promise<void> {
    const { manager } = this.#database;
    const [stations, locations] = [await this.#idsOf('stations'), await this.#idsOf('locations')];
    const simulated = new Map((await manager.find(SimPrinterEntity)).map(({ printer, mode }) => [printer, mode]));
    const known = new Set((await manager.find(PrinterEntity)).map(({ id }) => id));
    for (const location of locations.length > 0 ? locations : [undefined])
      for (const station of stations) {
        const id = printerAt(location, station);
        const mode = simulated.get(id);
        // A printer that nobody simulates is a real one.
        if (mode === NOT_SIMULATED || (mode === undefined && known.has(id))) continue;
        if (!this.#printers.has(id) || !known.has(id)) await this.#add(location, station);
        if (mode !== undefined) await this.#printers.get(id)?.become(mode as PrinterMode);
      }
  }

  async #idsOf(kind: 'stations' | 'locations'): Promise<readonly string[]> {
    return (await this.#database.manager.findOneBy(MenuListEntity, { kind }))?.ids ?? [];
  }

  async #add(location: string | undefined, station: string): Promise<void> {
    const id = printerAt(location, station);
    const printer = this.#printers.get(id) ?? new SimulatedPrinter((body) => this.#keep(id, body));
    if (!this.#printers.has(id)) await printer.open();
    this.#printers.set(id, printer);
    const { manager } = this.#database;
    const where = { id, station, location: location ?? null, host: '127.0.0.1', port: printer.port };
    await manager.upsert(PrinterEntity, { ...where, health: 'unknown', since: now() }, ['id']);
    await manager.query(`INSERT INTO "sim_printer" ("printer", "mode") VALUES ($1, 'ok') ON CONFLICT DO NOTHING`, [id]);
    await announce(manager, { type: 'printers' });
  }

  async #keep(printer: string, body: Parameters<ConstructorParameters<typeof SimulatedPrinter>[0]>[0]): Promise<void> {
    await this.#database.transaction(async (manager) => {
      await manager.insert(SimPaperEntity, { printer, printedAt: now(), body: body as never });
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
