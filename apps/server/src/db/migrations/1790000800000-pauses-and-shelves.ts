import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Online ordering paused for a time, what stands in for what is off, and how things of stock are kept and delivered. */
export class PausesAndShelves1790000800000 implements MigrationInterface {
  name = 'PausesAndShelves1790000800000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "ordering_pause" (
      "location" text NOT NULL, "until" TIMESTAMP WITH TIME ZONE NOT NULL, "by" text NOT NULL,
      CONSTRAINT "pk_ordering_pause" PRIMARY KEY ("location"))`);
    await runner.query(`CREATE TABLE "stock_thing" (
      "key" text NOT NULL, "what" jsonb NOT NULL, "shelf" text NOT NULL, "packs" jsonb NOT NULL,
      CONSTRAINT "pk_stock_thing" PRIMARY KEY ("key"))`);
    await runner.query(`ALTER TABLE "off" ADD "stand_ins" jsonb`);
    await runner.query(`ALTER TABLE "orders" ADD "stand_ins" jsonb`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "orders" DROP COLUMN "stand_ins"`);
    await runner.query(`ALTER TABLE "off" DROP COLUMN "stand_ins"`);
    await runner.query(`DROP TABLE "stock_thing"`);
    await runner.query(`DROP TABLE "ordering_pause"`);
  }
}
