import Type, { type Static } from 'typebox';
import { Attachment, Group } from '../menu/group-schema.ts';
import {
  Daypart,
  GuestKind,
  Ingredient,
  Item,
  Location,
  Menu,
  PriceList,
  Rule,
  Section,
  Station,
} from '../menu/document.ts';
import { MenuPromise } from './promise.ts';
import { OffRule, PictureText, VariantList } from '../menu/aside-schemas.ts';
import { Snooze } from '../menu/snooze.ts';
import { SummaryLine } from '../menu/summary-line.ts';
import { chosenByKind, closed, filledList, Id, list, optional } from '../menu/schema-kit.ts';
import type { Change } from '../change/change.ts';
import type { ThingRef } from '../change/edit.ts';

const things = {
  priceLists: PriceList,
  locations: Location,
  dayparts: Daypart,
  stations: Station,
  ingredients: Ingredient,
  sections: Section,
  guests: GuestKind,
  groups: Group,
  items: Item,
  rules: Rule,
  itemSummaries: SummaryLine,
  sectionSummaries: SummaryLine,
  offRules: OffRule,
  promises: MenuPromise,
  snoozes: Snooze,
  variantLists: VariantList,
  pictureTexts: PictureText,
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

/** A put is validated against the schema of its kind. */
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
/** The fields that identify an object of a menu. */
export const thingRef = { kind: Type.Unsafe<string>({ enum: Object.keys(things) }), id: Id };
export const changeDefinitions = { $defs: Menu['$defs' as keyof typeof Menu] };

/** The edits of a change; see change/change.ts for what they mean. It refers to `changeDefinitions`. */
export const ChangeBody = Type.Unsafe<Change>(Type.Object({ edits: list(Type.Unsafe<unknown>(edit)) }, closed));

const ChangeRequestShape = Type.Object(
  {
    /** Description of the edit, shown in the history. */
    label: Type.String({ maxLength: 200 }),
    change: Type.Object({ edits: filledList(Type.Unsafe<unknown>(edit)) }, closed),
    /** The version of each touched object that the change was based on; 0 for new objects. */
    based: list(Type.Object({ ...thingRef, version: index }, closed)),
    /** Chosen by the client. Repeating a request with the same id gives the same answer and never changes twice. */
    id: Type.String({ minLength: 8, maxLength: 64 }),
  },
  closed,
);

/** A change as sent to the server. */
export type ChangeRequest = Omit<Static<typeof ChangeRequestShape>, 'change' | 'based'> & {
  change: Change;
  based: (ThingRef & { version: number })[];
};
export const ChangeRequest = Type.Unsafe<ChangeRequest>({
  ...ChangeRequestShape,
  $id: 'hearty-ladle:change',
  ...changeDefinitions,
});
