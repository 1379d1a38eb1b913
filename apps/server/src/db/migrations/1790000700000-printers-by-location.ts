import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A station has a printer at each location. Simulated ones are entered again when they start. */
export class PrintersByLocation1790000700000 implements MigrationInterface {
  name = 'PrintersByLocation1790000700000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`DELETE FROM "printer" USING "sim_printer" WHERE "printer"."station" = "sim_printer"."station"`);
    await runner.query(`DELETE FROM "sim_printer"`);
    await runner.query(`ALTER TABLE "printer" RENAME COLUMN "station" TO "id"`);
    await runner.query(`ALTER TABLE "printer" ADD "station" text, ADD "location" text`);
    await runner.query(`UPDATE "printer" SET "station" = "id"`);
    await runner.query(`ALTER TABLE "printer" ALTER COLUMN "station" SET NOT NULL`);
    await runner.query(`ALTER TABLE "sim_printer" RENAME COLUMN "station" TO "printer"`);
    await runner.query(`ALTER TABLE "sim_paper" RENAME COLUMN "station" TO "printer"`);
    await runner.query(`ALTER INDEX "ix_sim_paper_station" RENAME TO "ix_sim_paper_printer"`);
    await runner.query(`UPDATE "print_job" SET "printer" = ("orders"."request" ->> 'location') || ':' || "printer"
      FROM "ticket", "orders" WHERE "ticket"."id" = "print_job"."ticket_id" AND "orders"."id" = "ticket"."order_id"
        AND "orders"."request" ->> 'location' IS NOT NULL`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`UPDATE "print_job" SET "printer" = split_part("printer", ':', 2) WHERE "printer" LIKE '%:%'`);
    await runner.query(`ALTER INDEX "ix_sim_paper_printer" RENAME TO "ix_sim_paper_station"`);
    await runner.query(`ALTER TABLE "sim_paper" RENAME COLUMN "printer" TO "station"`);
    await runner.query(`ALTER TABLE "sim_printer" RENAME COLUMN "printer" TO "station"`);
    await runner.query(`DELETE FROM "printer"`);
    await runner.query(`ALTER TABLE "printer" DROP COLUMN "station", DROP COLUMN "location"`);
    await runner.query(`ALTER TABLE "printer" RENAME COLUMN "id" TO "station"`);
  }
}
