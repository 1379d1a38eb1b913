import type { MigrationInterface, QueryRunner } from 'typeorm';

/** People with their sessions, paired devices, the trail, and a token by which a guest follows an order. */
export class PeopleAndDevices1790000900000 implements MigrationInterface {
  name = 'PeopleAndDevices1790000900000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "person" (
      "id" uuid NOT NULL, "name" text NOT NULL, "name_key" text NOT NULL, "grants" jsonb NOT NULL,
      "password_hash" text, "pin_hash" text, "is_active" boolean NOT NULL, "is_demo" boolean NOT NULL DEFAULT false,
      "signed_in_at" TIMESTAMP WITH TIME ZONE, "version" integer NOT NULL,
      CONSTRAINT "uq_person_name" UNIQUE ("name_key"), CONSTRAINT "pk_person" PRIMARY KEY ("id"))`);
    await runner.query(`CREATE TABLE "device" (
      "id" uuid NOT NULL, "name" text NOT NULL, "kind" text NOT NULL, "location" text, "token_hash" text NOT NULL,
      "paired_at" TIMESTAMP WITH TIME ZONE NOT NULL, "paired_by" text NOT NULL,
      "seen_at" TIMESTAMP WITH TIME ZONE, "withdrawn_at" TIMESTAMP WITH TIME ZONE,
      CONSTRAINT "uq_device_token" UNIQUE ("token_hash"), CONSTRAINT "pk_device" PRIMARY KEY ("id"))`);
    await runner.query(`CREATE TABLE "pairing_code" (
      "code_hash" text NOT NULL, "name" text NOT NULL, "kind" text NOT NULL, "location" text, "by" text NOT NULL,
      "until" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "pk_pairing_code" PRIMARY KEY ("code_hash"))`);
    await runner.query(`CREATE TABLE "acting" (
      "token_hash" text NOT NULL, "person_id" uuid NOT NULL, "holder" text NOT NULL,
      "until" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "pk_acting" PRIMARY KEY ("token_hash"))`);
    await runner.query(`CREATE TABLE "session" (
      "sid" character varying NOT NULL, "sess" json NOT NULL, "expire" TIMESTAMP(6) NOT NULL,
      CONSTRAINT "pk_session" PRIMARY KEY ("sid"))`);
    await runner.query(`CREATE INDEX "ix_session_expire" ON "session" ("expire")`);
    await runner.query(`CREATE TABLE "trail" (
      "seq" BIGSERIAL NOT NULL, "at" TIMESTAMP WITH TIME ZONE NOT NULL, "event" text NOT NULL, "by" text,
      "device" text, "address" text, "about" text, CONSTRAINT "pk_trail" PRIMARY KEY ("seq"))`);
    await runner.query(`CREATE FUNCTION "keep_trail"() RETURNS trigger LANGUAGE plpgsql AS
      $$ BEGIN RAISE EXCEPTION 'the trail is only added to'; END $$`);
    await runner.query(`CREATE TRIGGER "keep_trail" BEFORE UPDATE OR DELETE OR TRUNCATE ON "trail"
      FOR EACH STATEMENT EXECUTE FUNCTION "keep_trail"()`);
    await runner.query(`ALTER TABLE "pin_bucket" RENAME TO "throttle"`);
    await runner.query(`ALTER TABLE "throttle" RENAME CONSTRAINT "pk_pin_bucket" TO "pk_throttle"`);
    await runner.query(`ALTER TABLE "house" ADD "owner_token_hash" text`);
    await runner.query(`ALTER TABLE "orders" ADD "guest_token" uuid NOT NULL DEFAULT gen_random_uuid()`);
    await runner.query(`ALTER TABLE "orders" ALTER COLUMN "guest_token" DROP DEFAULT`);
    await runner.query(`ALTER TABLE "orders" ADD CONSTRAINT "uq_orders_guest_token" UNIQUE ("guest_token")`);
    await runner.query(`ALTER TABLE "orders" ADD "blanked_at" TIMESTAMP WITH TIME ZONE`);
    await runner.query(`CREATE INDEX "ix_orders_unblanked" ON "orders" ("placed_at") WHERE blanked_at IS NULL`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP INDEX "ix_orders_unblanked"`);
    for (const column of ['blanked_at', 'guest_token'])
      await runner.query(`ALTER TABLE "orders" DROP COLUMN "${column}"`);
    await runner.query(`ALTER TABLE "house" DROP COLUMN "owner_token_hash"`);
    await runner.query(`ALTER TABLE "throttle" RENAME CONSTRAINT "pk_throttle" TO "pk_pin_bucket"`);
    await runner.query(`ALTER TABLE "throttle" RENAME TO "pin_bucket"`);
    await runner.query(`DROP TABLE "trail"`);
    await runner.query(`DROP FUNCTION "keep_trail"`);
    for (const table of ['session', 'acting', 'pairing_code', 'device', 'person'])
      await runner.query(`DROP TABLE "${table}"`);
  }
}
