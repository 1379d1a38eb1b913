import type { MigrationInterface, QueryRunner } from 'typeorm';

const DIMENSIONS = ['day', 'location', 'channel', 'service'];
/** What the sums of each table are known by, beside day, place and way. */
const KEYS: Readonly<Record<string, readonly string[]>> = {
  sold_order: [],
  sold_dish: ['item'],
  sold_group: ['group_id'],
  sold_choice: ['group_id', 'choice'],
  sold_pair: ['item', 'other'],
};

/**
 * Takings are summed up by hour or part of the day, as before, and now by whole days too, which are far fewer rows to read
 * where hours don't matter. The orders in which a group was asked are found by an index of their own.
 */
export class SumsOfWholeDays1790001300000 implements MigrationInterface {
  name = 'SumsOfWholeDays1790001300000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP INDEX "ix_sold_choice_daily_choice"`);
    for (const [table, keys] of Object.entries(KEYS)) {
      const [hours, daily] = [`${table}_hours`, `${table}_daily`];
      await runner.query(`ALTER TABLE "${daily}" RENAME TO "${hours}"`);
      await runner.query(`ALTER INDEX "ix_${daily}" RENAME TO "ix_${hours}"`);
      await runner.query(`CREATE TABLE "${daily}" (LIKE "${hours}")`);
      await runner.query(`ALTER TABLE "${daily}" DROP COLUMN "hour"`);
      const known = [...DIMENSIONS, ...keys];
      const columns = (await runner.query(
        `SELECT column_name AS name FROM information_schema.columns
          WHERE table_schema = current_schema AND table_name = $1 ORDER BY ordinal_position`,
        [daily],
      )) as { name: string }[];
      const sums = columns.map(({ name }) => name).filter((name) => !known.includes(name));
      await runner.query(`INSERT INTO "${daily}" (${[...known, ...sums].join(', ')})
        SELECT ${[...known, ...sums.map((sum) => `sum(${sum})`)].join(', ')} FROM "${hours}" GROUP BY ${known.join(', ')}`);
      await runner.query(`CREATE INDEX "ix_${daily}" ON "${daily}" ("day", "location")`);
      await runner.query(`ANALYZE "${daily}"`);
    }
    await runner.query(
      `CREATE INDEX "ix_sold_choice_daily_choice" ON "sold_choice_daily" ("group_id", "choice", "day")`,
    );
    await runner.query(
      `CREATE INDEX "ix_sold_group_asked" ON "sold_group" ("group_id", "day") INCLUDE ("order_id") WHERE "orders" = 1`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP INDEX "ix_sold_group_asked"`);
    for (const table of Object.keys(KEYS)) {
      const [hours, daily] = [`${table}_hours`, `${table}_daily`];
      await runner.query(`DROP TABLE "${daily}"`);
      await runner.query(`ALTER TABLE "${hours}" RENAME TO "${daily}"`);
      await runner.query(`ALTER INDEX "ix_${hours}" RENAME TO "ix_${daily}"`);
    }
    await runner.query(
      `CREATE INDEX "ix_sold_choice_daily_choice" ON "sold_choice_daily" ("group_id", "choice", "day")`,
    );
  }
}
