import Type, { type Static } from 'typebox';
import { Attachment, Group } from '../menu/group-schema.ts';
import {
  Daypart, GuestKind, Ingredient, Item, Location, Menu, PriceList, Rule, Section, Station,
} from '../menu/document.ts';
import { SummaryLine } from '../menu/workbook.ts';
import { chosenByKind, closed, filledList, Id, list, optional } from '../menu/schema-kit.ts';
import type { Change } from './change.ts';
import type { ThingRef } from './edit.ts';

const things = {
  priceLists: PriceList, locations: Location, dayparts: Daypart, stations: Station, ingredients: Ingredient,
  sections: Section, guests: GuestKind, groups: Group, items: Item, rules: Rule, itemSummaries: SummaryLine,
  sectionSummaries: SummaryLine,
  settings: Type.Object(
    {
      format: Menu.properties.format,
      name: Menu.properties.name,
      currency: Menu.properties.currency,
      locales: Menu.properties.locales,
      orderGroups: optional(list(Attachment)),
    },
    closed,
  ),
};
const index = Type.Integer({ minimum: 0 });
const listKind = Type.Unsafe<string>({ enum: Object.keys(things).filter((kind) => kind !== 'settings') });
const kind = (value: string) => Type.Unsafe<string>({ const: value });

/** A put is held against the schema of its own kind of thing. */
const put = chosenByKind(
  Object.fromEntries(
    Object.entries(things).map(([name, thing]) => [
      name,
      Type.Object({ type: kind('put'), kind: kind(name), thing, index: optional(index) }, closed),
    ]),
  ),
);
const edit = {
  if: { type: 'object', required: ['type'], properties: { type: { const: 'put' } } },
  then: put,
  else: {
    if: { type: 'object', required: ['type'], properties: { type: { const: 'move' } } },
    then: Type.Object({ type: kind('move'), kind: listKind, id: Id, index }, closed),
    else: Type.Object({ type: kind('remove'), kind: listKind, id: Id }, closed),
  },
};
const ref = { kind: Type.Unsafe<string>({ enum: Object.keys(things) }), id: Id };

const ChangeRequestShape = Type.Object(
  {
    /** Describes the edit in words, shown in the history. */
    label: Type.String({ maxLength: 200 }),
    change: Type.Object({ edits: filledList(Type.Unsafe<unknown>(edit)) }, closed),
    /** The version of each touched thing that the change was made on; 0 for things that are new. */
    based: list(Type.Object({ ...ref, version: index }, closed)),
    /** Made by the client: the same id is answered the same again and never makes two changes. */
    id: Type.String({ minLength: 8, maxLength: 64 }),
  },
  closed,
);

/** A change on its way to the server. */
export const ChangeRequest = { ...ChangeRequestShape, $id: 'hearty-ladle:change', $defs: Menu['$defs' as keyof typeof Menu] };
export type ChangeRequest = Omit<Static<typeof ChangeRequestShape>, 'change' | 'based'> & {
  change: Change;
  based: (ThingRef & { version: number })[];
};
