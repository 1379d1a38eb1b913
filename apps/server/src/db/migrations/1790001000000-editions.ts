import { randomUUID } from 'node:crypto';
import type { Workbook } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import type { MigrationInterface, QueryRunner } from 'typeorm';
import { type NewEdition, publishEverywhere, storeEdition } from '../edition-store.ts';
import { loadMenu } from '../menu-store.ts';

/** Editions: what is served, where and from when. The menus from which orders were made become editions. */
export class Editions1790001000000 implements MigrationInterface {
  name = 'Editions1790001000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "edition_part" (
      "id" BIGSERIAL NOT NULL, "hash" text NOT NULL, "body" jsonb NOT NULL,
      CONSTRAINT "uq_edition_part_hash" UNIQUE ("hash"), CONSTRAINT "pk_edition_part" PRIMARY KEY ("id"))`);
    await runner.query(`CREATE TABLE "edition" (
      "number" integer NOT NULL, "name" text NOT NULL, "note" text NOT NULL, "by" text NOT NULL,
      "at" TIMESTAMP WITH TIME ZONE NOT NULL, "hash" text NOT NULL, "revision" bigint NOT NULL, "reason" text,
      "parts" jsonb NOT NULL, "request_id" uuid NOT NULL, CONSTRAINT "pk_edition" PRIMARY KEY ("number"))`);
    await runner.query(`CREATE INDEX "ix_edition_request" ON "edition" ("request_id")`);
    await runner.query(`CREATE FUNCTION "keep_editions"() RETURNS trigger LANGUAGE plpgsql AS
      $$ BEGIN RAISE EXCEPTION 'editions are only added to'; END $$`);
    for (const table of ['edition', 'edition_part'])
      await runner.query(`CREATE TRIGGER "keep_editions" BEFORE UPDATE OR DELETE ON "${table}"
        FOR EACH STATEMENT EXECUTE FUNCTION "keep_editions"()`);
    await runner.query(`CREATE TABLE "publication" (
      "id" uuid NOT NULL, "request_id" uuid NOT NULL, "location" text NOT NULL, "edition" integer NOT NULL,
      "at" TIMESTAMP WITH TIME ZONE NOT NULL, "by" text NOT NULL, "made_at" TIMESTAMP WITH TIME ZONE NOT NULL,
      "told_at" TIMESTAMP WITH TIME ZONE, "called_off_at" TIMESTAMP WITH TIME ZONE,
      CONSTRAINT "pk_publication" PRIMARY KEY ("id"))`);
    await runner.query(`ALTER TABLE "publication" ADD CONSTRAINT "fk_publication_edition"
      FOREIGN KEY ("edition") REFERENCES "edition"("number")`);
    await runner.query(`CREATE UNIQUE INDEX "uq_publication_time" ON "publication" ("location", "at")
      WHERE called_off_at IS NULL`);
    await runner.query(`CREATE INDEX "ix_publication_untold" ON "publication" ("at")
      WHERE told_at IS NULL AND called_off_at IS NULL`);
    await runner.query(`CREATE INDEX "ix_publication_request" ON "publication" ("request_id")`);
    await runner.query(`CREATE TABLE "showing" (
      "page" uuid NOT NULL, "name" text NOT NULL, "screen" text NOT NULL, "location" text, "edition" integer NOT NULL,
      "seen_at" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "pk_showing" PRIMARY KEY ("page"))`);
    await soldMenusToEditions(runner);
    await runner.query(`DROP TABLE "sold_menu"`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "sold_menu" (
      "revision" bigint NOT NULL, "menu" jsonb NOT NULL, CONSTRAINT "pk_sold_menu" PRIMARY KEY ("revision"))`);
    await runner.query(`ALTER TABLE "orders" DROP CONSTRAINT "fk_orders_edition"`);
    await runner.query(`ALTER TABLE "orders" RENAME COLUMN "edition" TO "revision"`);
    await runner.query(`ALTER TABLE "orders" ALTER COLUMN "revision" TYPE bigint`);
    for (const table of ['showing', 'publication', 'edition', 'edition_part'])
      await runner.query(`DROP TABLE "${table}"`);
    await runner.query(`DROP FUNCTION "keep_editions"`);
  }
}

/** Orders name the edition of the menu that they were made on; where that was not kept, the one that is served now. */
async function soldMenusToEditions(runner: QueryRunner): Promise<void> {
  const { manager } = runner;
  const about = (revision: number, name: string): NewEdition => ({
    ...{ name, note: '', by: 'before editions', at: now(), revision, reason: null, requestId: randomUUID() },
  });
  await runner.query(`ALTER TABLE "orders" ADD "edition" integer`);
  const sold = (await runner.query(`SELECT "revision", "menu" FROM "sold_menu" ORDER BY "revision"`)) as {
    revision: string;
    menu: Workbook;
  }[];
  for (const { revision, menu } of sold) {
    const { number } = await storeEdition(manager, menu, about(Number(revision), `As sold at revision ${revision}`));
    await runner.query(`UPDATE "orders" SET "edition" = $1 WHERE "revision" = $2`, [number, revision]);
  }
  const [orders] = (await runner.query(`SELECT FROM "orders" LIMIT 1`)) as object[];
  const draft = await loadMenu(manager);
  if (orders && draft) {
    const { number } = await publishEverywhere(manager, draft.menu, about(draft.revision, 'As it was served'));
    await runner.query(`UPDATE "orders" SET "edition" = $1 WHERE "edition" IS NULL`, [number]);
  }
  await runner.query(`ALTER TABLE "orders" ALTER COLUMN "edition" SET NOT NULL`);
  await runner.query(`ALTER TABLE "orders" DROP COLUMN "revision"`);
  await runner.query(`ALTER TABLE "orders" ADD CONSTRAINT "fk_orders_edition"
    FOREIGN KEY ("edition") REFERENCES "edition"("number")`);
}
