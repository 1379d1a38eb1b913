import type { DataSource } from 'typeorm';
import { blankOldOrders } from '../commands/blank-order.ts';
import type { HouseSettings } from '../db/house-settings.ts';
import { Editions } from '../db/editions.ts';
import { log } from '../log.ts';

const EVERY_MS = 3_600_000;
/** Days during which a client may still repeat a lost request. */
const REQUEST_DAYS = 2;
const THROTTLE_DAYS = 30;

/** Deletes expired data once an hour; several processes may run it at the same time. */
export class Housekeeping {
  readonly #database: DataSource;
  readonly #houseSettings: HouseSettings;
  #timer: NodeJS.Timeout | undefined;
  #work: Promise<void> = Promise.resolve();

  constructor(database: DataSource, houseSettings: HouseSettings) {
    this.#database = database;
    this.#houseSettings = houseSettings;
  }

  start(): void {
    this.#timer = setInterval(() => this.#again(), EVERY_MS);
    this.#again();
  }

  async stop(): Promise<void> {
    clearInterval(this.#timer);
    await this.#work;
  }

  #again(): void {
    this.#work = this.#work
      .then(() => tidy(this.#database, this.#houseSettings))
      .catch((error: unknown) => log.warn({ err: error }, 'housekeeping will be done later'));
  }
}

/**
 * Deletes parked orders, simulated papers and messages to programs past their retention, and request keys that nobody
 * will repeat; blanks what is known of guests in orders that are old enough. Ends what was off until a day long past, and
 * reports counts that are not the sum of their ledger.
 */
export async function tidy(database: DataSource, houseSettings: HouseSettings): Promise<void> {
  await endPastOffs(database);
  const wrong = await countsBesideTheirLedger(database);
  if (wrong.length > 0) log.error({ wrong }, 'what is on hand is not the sum of its ledger');
  const { parkedOrderDays, paperDays, guestDays } = (await houseSettings.read(database.manager)).house.retention;
  for (const [table, column, days] of [
    ['parked_order', 'parked_at', parkedOrderDays],
    ['sim_paper', 'printed_at', Math.min(paperDays, guestDays)],
    ['abandoned_key', 'at', REQUEST_DAYS],
    ['webhook_delivery', 'at', Math.min(paperDays, guestDays)],
    ['throttle', 'failed_at', THROTTLE_DAYS],
    ['pairing_code', 'until', 0],
    ['acting', 'until', 0],
  ] as const) {
    await database.query(`DELETE FROM ${table} WHERE ${column} < now() - make_interval(days => $1)`, [days]);
  }
  const orders = { database, editions: new Editions(database) };
  while ((await blankOldOrders(orders, guestDays)) > 0);
}

/** What ended by itself two days ago or earlier is over in every time zone. */
async function endPastOffs(database: DataSource): Promise<void> {
  await database.query(`UPDATE "off" SET ended_at = now(), ended_by = 'its time'
    WHERE ended_at IS NULL AND until < to_char(now() - interval '2 days', 'YYYY-MM-DD"T"HH24:MI')`);
}

/** The counts whose amount is not the sum of their movements; there never are any. */
export async function countsBesideTheirLedger(database: DataSource): Promise<{ key: string; location: string }[]> {
  return database.query(`SELECT c.key, c.location FROM stock_count c
    LEFT JOIN stock_movement m ON m.key = c.key AND m.location = c.location
    GROUP BY c.key, c.location, c.on_hand HAVING c.on_hand <> coalesce(sum(m.quantity), 0)`);
}
