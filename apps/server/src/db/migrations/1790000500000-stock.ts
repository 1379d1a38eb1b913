import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * What is off, what is on hand, the ledger of movements that it is the sum of, and the orders refused for it. Quantities are
 * thousandths.
 */
export class Stock1790000500000 implements MigrationInterface {
  name = 'Stock1790000500000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "off" (
      "id" uuid NOT NULL, "request_key" text NOT NULL, "what" jsonb NOT NULL, "locations" jsonb, "until" text,
      "reason" text, "since" TIMESTAMP WITH TIME ZONE NOT NULL, "by" text NOT NULL,
      "ended_at" TIMESTAMP WITH TIME ZONE, "ended_by" text, CONSTRAINT "pk_off" PRIMARY KEY ("id"))`);
    await runner.query(`CREATE INDEX "ix_off_open" ON "off" ("since") WHERE ended_at IS NULL`);
    await runner.query(`CREATE INDEX "ix_off_request_key" ON "off" ("request_key")`);
    await runner.query(`CREATE TABLE "stock_count" (
      "key" text NOT NULL, "location" text NOT NULL, "what" jsonb NOT NULL, "on_hand" bigint NOT NULL, "low" bigint,
      CONSTRAINT "pk_stock_count" PRIMARY KEY ("key", "location"))`);
    await runner.query(`CREATE TABLE "stock_movement" (
      "id" BIGSERIAL NOT NULL, "key" text NOT NULL, "location" text NOT NULL, "kind" text NOT NULL,
      "quantity" bigint NOT NULL, "on_hand" bigint NOT NULL, "at" TIMESTAMP WITH TIME ZONE NOT NULL, "by" text NOT NULL,
      "reason" text, "order_id" uuid, "request_key" text, CONSTRAINT "pk_stock_movement" PRIMARY KEY ("id"))`);
    await runner.query(`CREATE INDEX "ix_stock_movement_key" ON "stock_movement" ("key", "location", "id")`);
    await runner.query(`CREATE INDEX "ix_stock_movement_order" ON "stock_movement" ("order_id")`);
    await runner.query(
      `CREATE INDEX "ix_stock_movement_request_key" ON "stock_movement" ("request_key") WHERE request_key IS NOT NULL`,
    );
    await runner.query(`CREATE TABLE "turned_away" (
      "id" BIGSERIAL NOT NULL, "at" TIMESTAMP WITH TIME ZONE NOT NULL, "location" text NOT NULL, "channel" text NOT NULL,
      "total" bigint NOT NULL, "problems" jsonb NOT NULL, CONSTRAINT "pk_turned_away" PRIMARY KEY ("id"))`);
    // The ledger is only ever written to: neither a mistake in the program nor a person may rewrite it.
    await runner.query(`CREATE FUNCTION keep_ledger() RETURNS trigger LANGUAGE plpgsql AS
      $$ BEGIN RAISE EXCEPTION 'the ledger of stock is never rewritten'; END $$`);
    await runner.query(`CREATE TRIGGER "stock_movement_is_kept" BEFORE UPDATE OR DELETE ON "stock_movement"
      FOR EACH ROW EXECUTE FUNCTION keep_ledger()`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE "turned_away"`);
    await runner.query(`DROP TABLE "stock_movement"`);
    await runner.query(`DROP FUNCTION keep_ledger()`);
    await runner.query(`DROP TABLE "stock_count"`);
    await runner.query(`DROP TABLE "off"`);
  }
}
