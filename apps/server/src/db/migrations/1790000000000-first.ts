import type { MigrationInterface, QueryRunner } from 'typeorm';

export class First1790000000000 implements MigrationInterface {
  name = 'First1790000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "menu_state" ("id" integer NOT NULL, "revision" bigint NOT NULL, CONSTRAINT "pk_menu_state" PRIMARY KEY ("id"))`,
    );
    await runner.query(
      `CREATE TABLE "menu_thing" ("kind" text NOT NULL, "id" text NOT NULL, "version" integer NOT NULL, "body"
        jsonb NOT NULL, CONSTRAINT "pk_menu_thing" PRIMARY KEY ("kind", "id"))`,
    );
    await runner.query(
      `CREATE TABLE "menu_list" ("kind" text NOT NULL, "ids" jsonb NOT NULL, CONSTRAINT "pk_menu_list" PRIMARY KEY ("kind"))`,
    );
    await runner.query(
      `CREATE TABLE "journal" ("seq" BIGSERIAL NOT NULL, "at" TIMESTAMP WITH TIME ZONE NOT NULL, "by" text NOT
        NULL, "label" text NOT NULL, "revision" bigint NOT NULL, "change" jsonb NOT NULL, "inverse" jsonb NOT NULL,
        "touched" jsonb NOT NULL, "undoes" bigint, CONSTRAINT "pk_journal" PRIMARY KEY ("seq"))`,
    );
    await runner.query(
      `CREATE TABLE "orders" ("id" uuid NOT NULL, "number" SERIAL NOT NULL, "key" text NOT NULL, "fingerprint" text
        NOT NULL, "placed_at" TIMESTAMP WITH TIME ZONE NOT NULL, "revision" bigint NOT NULL, "request" jsonb NOT
        NULL, "quote" jsonb NOT NULL, "total" bigint NOT NULL, CONSTRAINT "uq_orders_key" UNIQUE ("key"),
        CONSTRAINT "pk_orders" PRIMARY KEY ("id"))`,
    );
    await runner.query(
      `CREATE TABLE "ticket" ("id" uuid NOT NULL, "order_id" uuid NOT NULL, "order_number" integer NOT NULL,
        "station" text NOT NULL, "body" jsonb NOT NULL, "hung_at" TIMESTAMP WITH TIME ZONE NOT NULL, "bumped_at"
        TIMESTAMP WITH TIME ZONE, "version" integer NOT NULL, CONSTRAINT "pk_ticket" PRIMARY KEY ("id"))`,
    );
    await runner.query(`CREATE INDEX "ix_ticket_hung_at" ON "ticket" ("hung_at")`);
    await runner.query(
      `ALTER TABLE "ticket" ADD CONSTRAINT "fk_ticket_order" FOREIGN KEY ("order_id") REFERENCES "orders"("id") ON
        DELETE CASCADE ON UPDATE NO ACTION`,
    );
    await runner.query(`INSERT INTO "menu_state" ("id", "revision") VALUES (1, 0)`);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['ticket', 'orders', 'journal', 'menu_list', 'menu_thing', 'menu_state']) {
      await runner.query(`DROP TABLE "${table}"`);
    }
  }
}
