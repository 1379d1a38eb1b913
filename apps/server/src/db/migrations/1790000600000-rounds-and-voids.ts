import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Rounds added to an order that was sent, and what was voided of it. A round has the number of its order. */
export class RoundsAndVoids1790000600000 implements MigrationInterface {
  name = 'RoundsAndVoids1790000600000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `ALTER TABLE "orders" ADD "added_to" uuid, ADD "round" integer NOT NULL DEFAULT 1, ADD "due" bigint`,
    );
    await runner.query(`UPDATE "orders" SET "due" = "total"`);
    await runner.query(`ALTER TABLE "orders" ALTER COLUMN "due" SET NOT NULL`);
    await runner.query(`ALTER TABLE "orders" ADD CONSTRAINT "fk_orders_added_to" FOREIGN KEY ("added_to")
      REFERENCES "orders" ("id") ON DELETE CASCADE`);
    await runner.query(`DROP INDEX "ix_orders_number"`);
    await runner.query(`CREATE UNIQUE INDEX "ix_orders_number" ON "orders" ("number", "round")`);
    await runner.query(`CREATE INDEX "ix_orders_added_to" ON "orders" ("added_to") WHERE added_to IS NOT NULL`);
    await runner.query(`CREATE TABLE "order_void" (
      "id" uuid NOT NULL, "order_id" uuid NOT NULL, "request_key" text NOT NULL, "at" TIMESTAMP WITH TIME ZONE NOT NULL,
      "by" text NOT NULL, "reason" text NOT NULL, "stock" text NOT NULL, "lines" jsonb NOT NULL, "due" bigint NOT NULL,
      CONSTRAINT "pk_order_void" PRIMARY KEY ("id"), CONSTRAINT "uq_order_void_key" UNIQUE ("request_key"),
      CONSTRAINT "fk_order_void_order" FOREIGN KEY ("order_id") REFERENCES "orders" ("id") ON DELETE CASCADE)`);
    await runner.query(`CREATE INDEX "ix_order_void_order" ON "order_void" ("order_id")`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE "order_void"`);
    await runner.query(`DELETE FROM "orders" WHERE added_to IS NOT NULL`);
    await runner.query(`DROP INDEX "ix_orders_number"`);
    await runner.query(`CREATE UNIQUE INDEX "ix_orders_number" ON "orders" ("number")`);
    await runner.query(`ALTER TABLE "orders" DROP COLUMN "due", DROP COLUMN "round", DROP COLUMN "added_to"`);
  }
}
