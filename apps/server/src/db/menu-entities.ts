import type { Change, Thing } from '@hearty-ladle/core';
import { EntitySchema } from 'typeorm';
import { safeInteger } from './safe-integer.ts';

/** The single row that every menu writer locks. */
export interface MenuStateRow {
  id: number;
  revision: number;
}
export const MenuStateEntity = new EntitySchema<MenuStateRow>({
  name: 'menu_state',
  columns: {
    id: { type: 'integer', primary: true, primaryKeyConstraintName: 'pk_menu_state' },
    revision: { type: 'bigint', transformer: safeInteger },
  },
});

/** One object of the menu, with the version that changes are based on. */
export interface MenuThingRow {
  kind: string;
  id: string;
  version: number;
  body: Thing;
}
export const MenuThingEntity = new EntitySchema<MenuThingRow>({
  name: 'menu_thing',
  columns: {
    kind: { type: 'text', primary: true, primaryKeyConstraintName: 'pk_menu_thing' },
    id: { type: 'text', primary: true, primaryKeyConstraintName: 'pk_menu_thing' },
    version: { type: 'integer' },
    body: { type: 'jsonb' },
  },
});

/** The order of the objects of one kind. */
export interface MenuListRow {
  kind: string;
  ids: string[];
}
export const MenuListEntity = new EntitySchema<MenuListRow>({
  name: 'menu_list',
  columns: { kind: { type: 'text', primary: true, primaryKeyConstraintName: 'pk_menu_list' }, ids: { type: 'jsonb' } },
});

/** One change of the menu: who, when, what, and its inverse. */
export interface JournalRow {
  seq: number;
  at: Date;
  by: string;
  label: string;
  revision: number;
  change: Change;
  inverse: Change;
  touched: { kind: string; id: string; version: number }[];
  undoes: number | null;
  /** The client's request id and a hash of its content: a repeated request gets the same answer. */
  requestId: string | null;
  fingerprint: string | null;
}
export const JournalEntity = new EntitySchema<JournalRow>({
  name: 'journal',
  columns: {
    seq: {
      type: 'bigint',
      primary: true,
      generated: 'increment',
      primaryKeyConstraintName: 'pk_journal',
      transformer: safeInteger,
    },
    at: { type: 'timestamptz' },
    by: { type: 'text' },
    label: { type: 'text' },
    revision: { type: 'bigint', transformer: safeInteger },
    change: { type: 'jsonb' },
    inverse: { type: 'jsonb' },
    touched: { type: 'jsonb' },
    undoes: { type: 'bigint', nullable: true, transformer: safeInteger },
    requestId: { type: 'text', name: 'request_id', nullable: true },
    fingerprint: { type: 'text', nullable: true },
  },
  uniques: [{ name: 'uq_journal_request', columns: ['requestId'] }],
  indices: [{ name: 'ix_journal_undoes', columns: ['undoes'] }],
});

/** A picture in two sizes: full and thumbnail. */
export interface PictureRow {
  id: string;
  width: number;
  height: number;
  body: Buffer;
  small: Buffer;
  bytes: number;
  addedAt: Date;
}
export const PictureEntity = new EntitySchema<PictureRow>({
  name: 'picture',
  columns: {
    id: { type: 'text', primary: true, primaryKeyConstraintName: 'pk_picture' },
    width: { type: 'integer' },
    height: { type: 'integer' },
    body: { type: 'bytea', select: false },
    small: { type: 'bytea', select: false },
    /** Total of both sizes. */
    bytes: { type: 'integer' },
    addedAt: { type: 'timestamptz', name: 'added_at' },
  },
});

export const MENU_ENTITIES = [MenuStateEntity, MenuThingEntity, MenuListEntity, JournalEntity, PictureEntity];
