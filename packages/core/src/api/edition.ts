import Type, { type Static } from 'typebox';
import { int, optional } from '../menu/schema-kit.ts';
import { DEVICE_KINDS } from '../people/roles.ts';
import { OrderProblem } from './quote.ts';
import { count, enumOf, many, nullable, object, oneOf, text, Timestamp, Uuid } from './schema.ts';
import { WorkbookDocument } from './workbook.ts';

/** Editions: what is served, where and from when. */

/** A local time, to the minute. */
const LocalMinute = Type.String({ pattern: String.raw`^\d{4}-\d\d-\d\dT\d\d:\d\d$` });

/** The number of an edition, as the database can hold it. */
export const EditionNumber = int(1, 2_147_483_647);

/** An edition, without what it holds. `revision`: the draft's when it was made. */
export const Edition = object({
  number: count,
  name: text,
  note: text,
  by: text,
  at: Timestamp,
  hash: text,
  revision: count,
  /** Why it was published although something in it stops orders. */
  reason: optional(text),
});
export type Edition = Readonly<Static<typeof Edition>>;

/**
 * Which edition a location is served, and in which language a guest reads it. `location`: absent in a house without
 * locations. `hash`: of what the edition holds.
 */
export const ServedAt = object({ edition: count, hash: text, location: optional(text), language: text });
export type ServedAt = Readonly<Static<typeof ServedAt>>;

/** An edition as a location is served it. `language`: if it holds the texts in that and in the first language alone. */
export const ServedMenu = object({
  edition: count,
  hash: text,
  location: optional(text),
  language: optional(text),
  menu: WorkbookDocument,
});
export type ServedMenu = Readonly<Static<typeof ServedMenu>>;

/** An edition with what it holds. */
export const OpenedEdition = object({ ...Edition.properties, menu: WorkbookDocument });
export type OpenedEdition = Readonly<Static<typeof OpenedEdition>>;

/** An edition that a location has, or will have, from a time on. `local`: that time by the location's own clock. */
export const Publication = object({
  id: Uuid,
  location: nullable(text),
  edition: count,
  at: Timestamp,
  local: LocalMinute,
  by: text,
});
export type Publication = Readonly<Static<typeof Publication>>;

/** Which edition a device or a page shows, and when it was last heard of. */
export const ShownEdition = object({
  name: text,
  screen: enumOf(...DEVICE_KINDS),
  location: nullable(text),
  edition: count,
  seenAt: Timestamp,
  /** Whether it was heard of within the last minute or so. */
  isHere: Type.Boolean(),
});
export type ShownEdition = Readonly<Static<typeof ShownEdition>>;

/**
 * Which edition is served where. `location` is null in a house without locations. `touched`: who changed each thing of the
 * draft last, by `kind id`.
 */
export const EditionsNow = object({
  places: many(object({ location: nullable(text), now: nullable(Publication), plans: many(Publication) })),
  shown: many(ShownEdition),
  touched: Type.Unsafe<Readonly<Record<string, { readonly by: string; readonly at: string }>>>(
    Type.Record(text, object({ by: text, at: Timestamp })),
  ),
});
export type EditionsNow = Readonly<Static<typeof EditionsNow>>;

const when = {
  /** The locations; a house without locations names none. */
  locations: many(text),
  /** By each location's own clock; absent: now. */
  at: optional(LocalMinute),
  /** Said once it was asked whether to publish in a rush. */
  evenInRush: optional(Type.Boolean()),
};

/** Publishes the draft, without the differences at the places in `left`. A repeated id gets the same answer. */
export const PublishRequest = object({
  id: Uuid,
  /** The draft's, as it was seen. */
  revision: count,
  name: Type.String({ maxLength: 80 }),
  note: Type.String({ maxLength: 1000 }),
  left: many(text),
  /** Why it is published although something in it stops orders. */
  reason: optional(Type.String({ minLength: 1, maxLength: 300 })),
  ...when,
});
export type PublishRequest = Readonly<Static<typeof PublishRequest>>;

/** Publishes an edition that there is. */
export const PublishAgain = object({ id: Uuid, ...when });
export type PublishAgain = Readonly<Static<typeof PublishAgain>>;

/** What was published: more than one edition if a part went to locations with different ones. */
export const Published = object({ editions: many(Edition), publications: many(Publication) });
export type Published = Readonly<Static<typeof Published>>;

/** Why nothing was published. */
export const PublishFault = enumOf(
  'unknown-location',
  'nothing-new',
  'in-the-past',
  'planned-already',
  'stops',
  'needs',
);
export type PublishFault = Static<typeof PublishFault>;

export const PlanMove = object({ at: LocalMinute });

/** What a page shows. */
export const Showing = object({
  page: Uuid,
  screen: enumOf(...DEVICE_KINDS),
  location: nullable(text),
  edition: count,
});
export type Showing = Readonly<Static<typeof Showing>>;

/** Which past orders are quoted again, against the edition of a location and the draft without what is left. */
export const ReplayRequest = object({
  location: nullable(text),
  left: many(text),
  days: Type.Integer({ minimum: 1, maximum: 365 }),
});
export type ReplayRequest = Readonly<Static<typeof ReplayRequest>>;

const ReplayedOrder = object({
  id: Uuid,
  number: count,
  placedAt: Timestamp,
  dishes: many(text),
  before: nullable(Type.Integer()),
  after: nullable(Type.Integer()),
  problems: many(OrderProblem),
});
const sums = object({
  orders: count,
  same: count,
  dearer: count,
  cheaper: count,
  refused: count,
  allowed: count,
  before: Type.Integer(),
  after: Type.Integer(),
});
/** How much a dish adds to the difference: orders with it that differ, and their difference in all. */
const DishDifference = object({ item: text, orders: count, difference: Type.Integer() });

/** One line of the answer of a replay: how far it is, or at the end what differs. At most so many orders are listed. */
export const ReplayLine = oneOf(
  object({ done: count, total: count }),
  object({ sums, differing: many(ReplayedOrder), dishes: many(DishDifference) }),
);
export type ReplayLine = Readonly<Static<typeof ReplayLine>>;
export const MOST_REPLAYED_LISTED = 200;
