import Type, { type Static } from 'typebox';
import type { Thing, ThingKind, ThingRef } from '../change/edit.ts';
import { Menu } from '../menu/document.ts';
import { optional } from '../menu/schema-kit.ts';
import { Snooze } from '../menu/snooze.ts';
import { SummaryLine } from '../menu/summary-line.ts';
import { MenuPromise } from './promise.ts';
import { type Workbook } from '../menu/workbook.ts';
import { OffRule, PictureText, VariantList } from '../menu/aside-schemas.ts';
import { ChangeBody, changeDefinitions, thingRef } from './change.ts';
import { count, many, nullable, object, text, Timestamp } from './schema.ts';

/** What the server answers about the menu, its changes and its pictures. */

/** The menu document. */
export const MenuDocument = Type.Unsafe<Menu>(Menu);

/** The menu document with the objects kept beside it. */
export const WorkbookDocument = Type.Unsafe<Workbook>({
  ...Menu,
  $id: 'hearty-ladle:workbook',
  properties: {
    ...Menu.properties,
    itemSummaries: Type.Array(SummaryLine),
    sectionSummaries: Type.Array(SummaryLine),
    offRules: Type.Array(OffRule),
    promises: Type.Array(MenuPromise),
    snoozes: Type.Array(Snooze),
    variantLists: Type.Array(VariantList),
    pictureTexts: Type.Array(PictureText),
  },
});

/** Versions of menu objects, by kind and id. A version is the revision that last wrote the object. */
export type Versions = Partial<Record<ThingKind, Record<string, number>>>;
const Versions = Type.Unsafe<Versions>({
  type: 'object',
  additionalProperties: { type: 'object', additionalProperties: count },
});

/** The draft at one revision. `by`: who made that revision. */
export const StoredMenu = object({ revision: count, menu: WorkbookDocument, versions: Versions, by: optional(text) });
export type StoredMenu = Readonly<Static<typeof StoredMenu>>;

const Thing = Type.Unsafe<Thing>({ type: 'object' });
const ThingRefSchema = Type.Unsafe<ThingRef>(object(thingRef));
const VersionedRef = Type.Unsafe<Readonly<ThingRef & { version: number }>>(object({ ...thingRef, version: count }));

/** A saved change: the menu's revision, the journal entry, and the new versions of what it touched. */
export const SavedChange = object({ revision: count, seq: count, versions: many(VersionedRef) });
export type SavedChange = Readonly<Static<typeof SavedChange>>;

/**
 * An object that changed since the version a change was based on; `thing` is absent if it was deleted. `by`: who made
 * the menu's latest revision.
 */
export const Conflict = Type.Unsafe<Readonly<ThingRef & { version: number; thing?: Thing; by?: string }>>(
  object({ ...thingRef, version: count, thing: optional(Thing), by: optional(text) }),
);
export type Conflict = Static<typeof Conflict>;

/** An object that can't be deleted because others refer to it. */
export const StillUsed = object({
  removed: ThingRefSchema,
  by: many(object({ kind: text, id: text, choice: optional(text), role: text })),
});
export type StillUsed = Readonly<Static<typeof StillUsed>>;

const entry = object({
  seq: count,
  at: Timestamp,
  by: text,
  /** The menu's revision after it. */
  revision: count,
  label: text,
  change: ChangeBody,
  inverse: ChangeBody,
  undoes: nullable(count),
});
/** One change of the menu: who, when, what, and its inverse. `undoes`: the entry that it undid. */
export const JournalEntry = Type.Unsafe<Readonly<Static<typeof entry>>>({
  ...entry,
  $id: 'hearty-ladle:journal-entry',
  ...changeDefinitions,
});
export type JournalEntry = Static<typeof JournalEntry>;

/** A stored picture, with the size of its larger version in pixels. */
export const Picture = object({ id: text, width: count, height: count });
export type Picture = Readonly<Static<typeof Picture>>;
