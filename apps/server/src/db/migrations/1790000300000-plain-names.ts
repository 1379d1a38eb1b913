import type { MigrationInterface, QueryRunner } from 'typeorm';

export class PlainNames1790000300000 implements MigrationInterface {
  name = 'PlainNames1790000300000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "ticket" RENAME COLUMN "hung_at" TO "sent_at"`);
    await runner.query(`ALTER INDEX "ix_ticket_hung_at" RENAME TO "ix_ticket_sent_at"`);
    await runner.query(`ALTER TABLE "held_order" RENAME TO "parked_order"`);
    await runner.query(`ALTER TABLE "parked_order" RENAME COLUMN "held_at" TO "parked_at"`);
    await runner.query(`ALTER TABLE "parked_order" RENAME CONSTRAINT "pk_held_order" TO "pk_parked_order"`);
    await runner.query(`ALTER TABLE "parked_order" RENAME CONSTRAINT "uq_held_order_key" TO "uq_parked_order_key"`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "parked_order" RENAME CONSTRAINT "uq_parked_order_key" TO "uq_held_order_key"`);
    await runner.query(`ALTER TABLE "parked_order" RENAME CONSTRAINT "pk_parked_order" TO "pk_held_order"`);
    await runner.query(`ALTER TABLE "parked_order" RENAME COLUMN "parked_at" TO "held_at"`);
    await runner.query(`ALTER TABLE "parked_order" RENAME TO "held_order"`);
    await runner.query(`ALTER INDEX "ix_ticket_sent_at" RENAME TO "ix_ticket_hung_at"`);
    await runner.query(`ALTER TABLE "ticket" RENAME COLUMN "sent_at" TO "hung_at"`);
  }
}
