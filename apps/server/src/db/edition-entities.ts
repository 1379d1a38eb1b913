import type { DeviceKind } from '@hearty-ladle/core';
import { EntitySchema } from 'typeorm';
import { safeInteger } from './safe-integer.ts';

/** A part of editions, kept once however many of them have it: an object of the menu, or a list of other parts. */
interface EditionPartRow {
  id: number;
  hash: string;
  body: unknown;
}
const EditionPartEntity = new EntitySchema<EditionPartRow>({
  name: 'edition_part',
  columns: {
    id: {
      type: 'bigint',
      primary: true,
      primaryKeyConstraintName: 'pk_edition_part',
      generated: 'increment',
      transformer: safeInteger,
    },
    /** SHA-256 of the body's canonical JSON. */
    hash: { type: 'text' },
    body: { type: 'jsonb' },
  },
  uniques: [{ name: 'uq_edition_part_hash', columns: ['hash'] }],
});

/** An edition; a trigger refuses to rewrite it. `parts`: the parts of its lists, and of its settings, by kind. */
export interface EditionRow {
  number: number;
  name: string;
  note: string;
  by: string;
  at: Date;
  hash: string;
  revision: number;
  reason: string | null;
  parts: Readonly<Record<string, number>>;
  requestId: string;
}
export const EditionEntity = new EntitySchema<EditionRow>({
  name: 'edition',
  columns: {
    number: { type: 'integer', primary: true, primaryKeyConstraintName: 'pk_edition' },
    name: { type: 'text' },
    note: { type: 'text' },
    by: { type: 'text' },
    at: { type: 'timestamptz' },
    hash: { type: 'text' },
    revision: { type: 'bigint', transformer: safeInteger },
    reason: { type: 'text', nullable: true },
    parts: { type: 'jsonb' },
    requestId: { type: 'uuid', name: 'request_id' },
  },
  indices: [{ name: 'ix_edition_request', columns: ['requestId'] }],
});

/**
 * From when on a location has an edition; the last one that has begun is served. `location` is empty in a house without
 * locations. `toldAt`: when pages were told that it has begun.
 */
export interface PublicationRow {
  id: string;
  requestId: string;
  location: string;
  edition: number;
  at: Date;
  by: string;
  madeAt: Date;
  toldAt: Date | null;
  calledOffAt: Date | null;
}
export const PublicationEntity = new EntitySchema<PublicationRow>({
  name: 'publication',
  columns: {
    id: { type: 'uuid', primary: true, primaryKeyConstraintName: 'pk_publication' },
    requestId: { type: 'uuid', name: 'request_id' },
    location: { type: 'text' },
    edition: {
      type: 'integer',
      foreignKey: { target: 'edition', inverseSide: 'number', name: 'fk_publication_edition' },
    },
    at: { type: 'timestamptz' },
    by: { type: 'text' },
    madeAt: { type: 'timestamptz', name: 'made_at' },
    toldAt: { type: 'timestamptz', name: 'told_at', nullable: true },
    calledOffAt: { type: 'timestamptz', name: 'called_off_at', nullable: true },
  },
  indices: [
    { name: 'uq_publication_time', columns: ['location', 'at'], unique: true, where: 'called_off_at IS NULL' },
    { name: 'ix_publication_untold', columns: ['at'], where: 'told_at IS NULL AND called_off_at IS NULL' },
    { name: 'ix_publication_request', columns: ['requestId'] },
  ],
});

/** Which edition a page shows. */
export interface ShowingRow {
  page: string;
  name: string;
  screen: DeviceKind;
  location: string | null;
  edition: number;
  seenAt: Date;
}
export const ShowingEntity = new EntitySchema<ShowingRow>({
  name: 'showing',
  columns: {
    page: { type: 'uuid', primary: true, primaryKeyConstraintName: 'pk_showing' },
    name: { type: 'text' },
    screen: { type: 'text' },
    location: { type: 'text', nullable: true },
    edition: { type: 'integer' },
    seenAt: { type: 'timestamptz', name: 'seen_at' },
  },
});

export const EDITION_ENTITIES = [EditionPartEntity, EditionEntity, PublicationEntity, ShowingEntity];
