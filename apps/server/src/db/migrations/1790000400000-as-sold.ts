import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Orders keep the menu they were sold from, the names of their dishes, and every bump and recall. */
export class AsSold1790000400000 implements MigrationInterface {
  name = 'AsSold1790000400000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "sold_menu" (
      "revision" bigint NOT NULL, "menu" jsonb NOT NULL, CONSTRAINT "pk_sold_menu" PRIMARY KEY ("revision"))`);
    await runner.query(`CREATE TABLE "ticket_event" (
      "id" BIGSERIAL NOT NULL, "ticket_id" uuid NOT NULL, "at" TIMESTAMP WITH TIME ZONE NOT NULL, "what" text NOT NULL,
      CONSTRAINT "pk_ticket_event" PRIMARY KEY ("id"))`);
    await runner.query(`CREATE INDEX "ix_ticket_event_ticket" ON "ticket_event" ("ticket_id")`);
    await runner.query(`ALTER TABLE "ticket_event" ADD CONSTRAINT "fk_ticket_event_ticket"
      FOREIGN KEY ("ticket_id") REFERENCES "ticket"("id") ON DELETE CASCADE`);
    await runner.query(`INSERT INTO "ticket_event" ("ticket_id", "at", "what")
      SELECT "id", "bumped_at", 'bumped' FROM "ticket" WHERE "bumped_at" IS NOT NULL`);
    // Of earlier orders only the ids of their dishes are known.
    await runner.query(`ALTER TABLE "orders" ADD "dishes" jsonb NOT NULL DEFAULT '[]'`);
    await runner.query(`UPDATE "orders" SET "dishes" =
      (SELECT coalesce(jsonb_agg(line -> 'item'), '[]') FROM jsonb_array_elements("request" -> 'lines') line)`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "orders" DROP COLUMN "dishes"`);
    await runner.query(`DROP TABLE "ticket_event"`);
    await runner.query(`DROP TABLE "sold_menu"`);
  }
}
