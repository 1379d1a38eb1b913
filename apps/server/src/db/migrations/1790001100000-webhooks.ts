import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Programs that are told of orders and editions, and the messages to them. */
export class Webhooks1790001100000 implements MigrationInterface {
  name = 'Webhooks1790001100000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "webhook" (
      "id" uuid NOT NULL, "name" text NOT NULL, "url" text NOT NULL, "events" text array NOT NULL,
      "is_inside" boolean NOT NULL, "is_paused" boolean NOT NULL, "secret" text NOT NULL,
      CONSTRAINT "pk_webhook" PRIMARY KEY ("id"))`);
    await runner.query(`CREATE TABLE "webhook_delivery" (
      "id" uuid NOT NULL, "webhook_id" uuid NOT NULL, "type" text NOT NULL, "message" jsonb,
      "at" TIMESTAMP WITH TIME ZONE NOT NULL, "state" text NOT NULL, "tries" integer NOT NULL,
      "due_at" TIMESTAMP WITH TIME ZONE NOT NULL, "give_up_at" TIMESTAMP WITH TIME ZONE NOT NULL,
      "status" integer, "fault" text, "milliseconds" integer,
      CONSTRAINT "pk_webhook_delivery" PRIMARY KEY ("id"))`);
    await runner.query(`ALTER TABLE "webhook_delivery" ADD CONSTRAINT "fk_webhook_delivery_webhook"
      FOREIGN KEY ("webhook_id") REFERENCES "webhook"("id") ON DELETE CASCADE`);
    await runner.query(`CREATE INDEX "ix_webhook_delivery_due" ON "webhook_delivery" ("due_at")
      WHERE state = 'waiting'`);
    await runner.query(`CREATE INDEX "ix_webhook_delivery_webhook" ON "webhook_delivery" ("webhook_id", "at")`);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['webhook_delivery', 'webhook']) await runner.query(`DROP TABLE "${table}"`);
  }
}
