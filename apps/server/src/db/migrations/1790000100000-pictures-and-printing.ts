import type { MigrationInterface, QueryRunner } from 'typeorm';

export class PicturesAndPrinting1790000100000 implements MigrationInterface {
  name = 'PicturesAndPrinting1790000100000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "picture" ("id" text NOT NULL, "width" integer NOT NULL, "height" integer NOT NULL, "body"
        bytea NOT NULL, "small" bytea NOT NULL, "added_at" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT
        "pk_picture" PRIMARY KEY ("id"))`,
    );
    await runner.query(`ALTER TABLE "orders" ADD "name" text`);
    await runner.query(`ALTER TABLE "orders" ADD "place" text`);
    await runner.query(`CREATE INDEX "ix_orders_placed_at" ON "orders" ("placed_at")`);
    await runner.query(
      `CREATE TABLE "print_job" ("id" uuid NOT NULL, "ticket_id" uuid NOT NULL, "printer" text NOT NULL, "state"
        text NOT NULL, "copy" integer NOT NULL, "doubtful" boolean NOT NULL, "attempts" integer NOT NULL, "fault"
        text, "created_at" TIMESTAMP WITH TIME ZONE NOT NULL, "due_at" TIMESTAMP WITH TIME ZONE NOT NULL,
        "printed_at" TIMESTAMP WITH TIME ZONE, CONSTRAINT "pk_print_job" PRIMARY KEY ("id"))`,
    );
    await runner.query(`CREATE INDEX "ix_print_job_ticket" ON "print_job" ("ticket_id")`);
    await runner.query(
      `ALTER TABLE "print_job" ADD CONSTRAINT "fk_print_job_ticket" FOREIGN KEY ("ticket_id") REFERENCES
        "ticket"("id") ON DELETE CASCADE ON UPDATE NO ACTION`,
    );
    await runner.query(
      `CREATE TABLE "printer" ("station" text NOT NULL, "host" text NOT NULL, "port" integer NOT NULL, "health"
        text NOT NULL, "since" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "pk_printer" PRIMARY KEY ("station"))`,
    );
    await runner.query(
      `CREATE TABLE "sim_printer" ("station" text NOT NULL, "mode" text NOT NULL, CONSTRAINT "pk_sim_printer" PRIMARY KEY ("station"))`,
    );
    await runner.query(
      `CREATE TABLE "sim_paper" ("id" BIGSERIAL NOT NULL, "station" text NOT NULL, "printed_at" TIMESTAMP WITH TIME
        ZONE NOT NULL, "body" jsonb NOT NULL, CONSTRAINT "pk_sim_paper" PRIMARY KEY ("id"))`,
    );
    await runner.query(
      `CREATE TABLE "held_order" ("id" uuid NOT NULL, "label" text NOT NULL, "request" jsonb NOT NULL, "held_at"
        TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "pk_held_order" PRIMARY KEY ("id"))`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['held_order', 'sim_paper', 'sim_printer', 'printer', 'print_job', 'picture'])
      await runner.query(`DROP TABLE "${table}"`);
    await runner.query(`DROP INDEX "ix_orders_placed_at"`);
    await runner.query(`ALTER TABLE "orders" DROP COLUMN "place"`);
    await runner.query(`ALTER TABLE "orders" DROP COLUMN "name"`);
  }
}
