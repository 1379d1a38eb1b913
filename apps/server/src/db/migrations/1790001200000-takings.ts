import type { MigrationInterface, QueryRunner } from 'typeorm';

const DIMENSIONS = `"day" date NOT NULL, "location" text NOT NULL, "channel" text NOT NULL, "service" text NOT NULL`;
/** Of one order, with the hour in which it was placed. */
const OF_ORDER = `"order_id" uuid NOT NULL, "hour" smallint NOT NULL, ${DIMENSIONS}`;
const SUMS = `"orders" integer NOT NULL, "portions" integer NOT NULL, "money" bigint NOT NULL, "costed" bigint NOT NULL,
  "cost" bigint NOT NULL`;
const GROUP_SUMS = `"orders" integer NOT NULL, "paid_orders" integer NOT NULL, "asked" integer NOT NULL,
  "answered" integer NOT NULL, "money" bigint NOT NULL, "included" integer NOT NULL, "used" integer NOT NULL`;
const CHOICE_SUMS = `"orders" integer NOT NULL, "units" integer NOT NULL, "paid" integer NOT NULL, "money" bigint NOT NULL`;
const OF_ITEM = '"item" text NOT NULL';
const ITEM_ORDERS = '"item_orders" integer NOT NULL';
/** What identifies a row, what is summed up by day, and what only the rows of the orders have. */
const TABLES: Readonly<Record<string, readonly [keys: string, sums: string, own: string]>> = {
  sold_order: ['', SUMS, ''],
  sold_dish: [OF_ITEM, SUMS, ''],
  sold_group: [
    '"group_id" text NOT NULL',
    GROUP_SUMS,
    `${OF_ITEM}, ${ITEM_ORDERS}, "item_paid_orders" integer NOT NULL`,
  ],
  sold_choice: ['"group_id" text NOT NULL, "choice" text NOT NULL', CHOICE_SUMS, `${OF_ITEM}, ${ITEM_ORDERS}`],
  sold_pair: [`${OF_ITEM}, "other" text NOT NULL`, '"orders" integer NOT NULL', ''],
};

/**
 * What takings are computed from: a row for each order, dish, group, choice and pair of dishes in an order, the same summed
 * up by day, and notes, tickets that were bumped, and what guests could not have. Nothing here has a foreign key: booking
 * would have to lock the orders, and they would wait for it.
 */
export class Takings1790001200000 implements MigrationInterface {
  name = 'Takings1790001200000';

  async up(runner: QueryRunner): Promise<void> {
    for (const [table, [keys, sums, own]] of Object.entries(TABLES)) {
      const columns = (...parts: readonly string[]) => [keys, sums, ...parts].filter(Boolean).join(', ');
      await runner.query(`CREATE TABLE "${table}" (${OF_ORDER}, ${columns(own)})`);
      await runner.query(`CREATE INDEX "ix_${table}_order" ON "${table}" ("order_id")`);
      await runner.query(`CREATE INDEX "ix_${table}_day" ON "${table}" ("day", "location")`);
      await runner.query(`CREATE TABLE "${table}_daily" ("hour" smallint NOT NULL, ${DIMENSIONS}, ${columns()})`);
      await runner.query(`CREATE INDEX "ix_${table}_daily" ON "${table}_daily" ("day", "location")`);
    }
    await runner.query(`CREATE INDEX "ix_sold_dish_item" ON "sold_dish" ("item", "day")`);
    await runner.query(`CREATE INDEX "ix_sold_group_item" ON "sold_group" ("item", "day")`);
    await runner.query(`CREATE INDEX "ix_sold_choice_item" ON "sold_choice" ("item", "group_id", "choice", "day")`);
    await runner.query(
      `CREATE INDEX "ix_sold_choice_daily_choice" ON "sold_choice_daily" ("group_id", "choice", "day")`,
    );
    await runner.query(`CREATE TABLE "sold_note" (${OF_ORDER}, "item" text NOT NULL, "group_id" text NOT NULL,
      "text" text NOT NULL)`);
    await runner.query(`CREATE INDEX "ix_sold_note_order" ON "sold_note" ("order_id")`);
    await runner.query(`CREATE TABLE "sold_ticket" (${OF_ORDER}, "ticket_id" uuid NOT NULL, "station" text NOT NULL,
      "seconds" integer NOT NULL, CONSTRAINT "pk_sold_ticket" PRIMARY KEY ("ticket_id"))`);
    await runner.query(`CREATE TABLE "missed" ("hour" smallint NOT NULL, ${DIMENSIONS},
      "item" text NOT NULL, "kind" text NOT NULL, "thing" text NOT NULL, "money" bigint NOT NULL)`);
    // The days that have to be summed up again, one row for each time that an order was booked.
    await runner.query(`CREATE TABLE "sold_change" ("id" bigint GENERATED ALWAYS AS IDENTITY, "day" date NOT NULL,
      "location" text NOT NULL, CONSTRAINT "pk_sold_change" PRIMARY KEY ("id"))`);
    // The orders that have to be booked, or booked again; one row for each reason.
    await runner.query(`CREATE TABLE "booking_due" ("id" bigint GENERATED ALWAYS AS IDENTITY, "order_id" uuid NOT NULL,
      CONSTRAINT "pk_booking_due" PRIMARY KEY ("id"))`);
    await runner.query(
      `INSERT INTO booking_due (order_id) SELECT id FROM orders WHERE added_to IS NULL ORDER BY placed_at`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    const tables = Object.keys(TABLES).flatMap((table) => [table, `${table}_daily`]);
    for (const table of ['booking_due', 'sold_change', 'missed', 'sold_ticket', 'sold_note', ...tables])
      await runner.query(`DROP TABLE "${table}"`);
  }
}
