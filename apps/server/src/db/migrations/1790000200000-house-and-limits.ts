import type { MigrationInterface, QueryRunner } from 'typeorm';

export class HouseAndLimits1790000200000 implements MigrationInterface {
  name = 'HouseAndLimits1790000200000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "house" ("id" integer NOT NULL, "version" integer NOT NULL, "body" jsonb, "secret" text NOT
        NULL, CONSTRAINT "pk_house" PRIMARY KEY ("id"))`,
    );
    await runner.query(
      `INSERT INTO "house" ("id", "version", "body", "secret") VALUES (1, 0, NULL, gen_random_uuid()::text || gen_random_uuid()::text)`,
    );
    await runner.query(
      `CREATE TABLE "pin_bucket" ("id" text NOT NULL, "failures" integer NOT NULL, "pauses" integer NOT NULL,
        "blocked_until" TIMESTAMP WITH TIME ZONE, "failed_at" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT
        "pk_pin_bucket" PRIMARY KEY ("id"))`,
    );
    await runner.query(
      `CREATE TABLE "abandoned_key" ("key" text NOT NULL, "at" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT
        "pk_abandoned_key" PRIMARY KEY ("key"))`,
    );

    await runner.query(`ALTER TABLE "journal" ADD "request_id" text`);
    await runner.query(`ALTER TABLE "journal" ADD "fingerprint" text`);
    await runner.query(`ALTER TABLE "journal" ADD CONSTRAINT "uq_journal_request" UNIQUE ("request_id")`);
    await runner.query(`CREATE INDEX "ix_journal_undoes" ON "journal" ("undoes")`);

    await runner.query(`ALTER TABLE "picture" ADD "bytes" integer NOT NULL DEFAULT 0`);
    await runner.query(`UPDATE "picture" SET "bytes" = length("body") + length("small")`);
    await runner.query(`ALTER TABLE "picture" ALTER COLUMN "bytes" DROP DEFAULT`);

    await runner.query(`ALTER TABLE "held_order" ADD "reserved_by" text`);
    await runner.query(`ALTER TABLE "held_order" ADD "reserved_until" TIMESTAMP WITH TIME ZONE`);
    await runner.query(`ALTER TABLE "held_order" ADD "taken_at" TIMESTAMP WITH TIME ZONE`);
    await runner.query(`ALTER TABLE "held_order" ADD "key" text`);
    await runner.query(`ALTER TABLE "held_order" ADD CONSTRAINT "uq_held_order_key" UNIQUE ("key")`);

    await runner.query(`CREATE EXTENSION IF NOT EXISTS pg_trgm`);
    await runner.query(`ALTER TABLE "orders" ADD "search" text NOT NULL DEFAULT ''`);
    await runner.query(
      `UPDATE "orders" o SET "search" = lower(concat_ws(' ', o."number", o."name", o."place", o."request" ->>
        'lines', (SELECT string_agg(t."body"::text, ' ') FROM "ticket" t WHERE t."order_id" = o."id")))`,
    );
    await runner.query(`ALTER TABLE "orders" ALTER COLUMN "search" DROP DEFAULT`);
    await runner.query(`CREATE INDEX "ix_orders_search" ON "orders" USING gin ("search" gin_trgm_ops)`);
    await runner.query(`CREATE UNIQUE INDEX "ix_orders_number" ON "orders" ("number")`);
    await runner.query(`CREATE INDEX "ix_ticket_order" ON "ticket" ("order_id")`);
    await runner.query(`CREATE INDEX "ix_ticket_bumped_at" ON "ticket" ("bumped_at")`);
    await runner.query(`ALTER TABLE "print_job" ADD "doubts" integer NOT NULL DEFAULT 0`);
    await runner.query(
      `CREATE INDEX "ix_print_job_due" ON "print_job" ("due_at") WHERE state NOT IN ('printed', 'stopped')`,
    );
    await runner.query(`CREATE INDEX "ix_sim_paper_station" ON "sim_paper" ("station", "id")`);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const index of [
      'ix_sim_paper_station',
      'ix_print_job_due',
      'ix_ticket_bumped_at',
      'ix_ticket_order',
      'ix_orders_number',
      'ix_orders_search',
    ]) {
      await runner.query(`DROP INDEX "${index}"`);
    }
    for (const [table, column] of [
      ['orders', 'search'],
      ['print_job', 'doubts'],
      ['held_order', 'key'],
      ['held_order', 'taken_at'],
      ['held_order', 'reserved_until'],
      ['held_order', 'reserved_by'],
      ['picture', 'bytes'],
      ['journal', 'fingerprint'],
      ['journal', 'request_id'],
    ]) {
      await runner.query(`ALTER TABLE "${table}" DROP COLUMN "${column}"`);
    }
    await runner.query(`DROP INDEX "ix_journal_undoes"`);
    for (const table of ['abandoned_key', 'pin_bucket', 'house']) await runner.query(`DROP TABLE "${table}"`);
  }
}
