import Type, { type Static } from 'typebox';
import { ChoicePath } from '../menu/condition-schema.ts';
import { QuantityAboveZero } from '../menu/group-schema.ts';
import { Id, int, list, optional } from '../menu/schema-kit.ts';
import { What } from '../menu/what.ts';
import { ReadyMinutes } from './house.ts';
import { Out } from './line.ts';
import { count, enumOf, many, nullable, object, text, Timestamp, Uuid } from './schema.ts';

/** What the server says and takes about stock: what is off, what is counted, and the ledger of movements. */

const MOST_AT_ONCE = 200;
const words = Type.String({ maxLength: 200 });
const localMinute = Type.String({ format: 'local-minute' });
/** With at most three decimals. */
const quantity = Type.Number({ minimum: -1_000_000, maximum: 1_000_000 });

/** Something that is 86'd. `until`: local time of each location, exclusive. */
const off = {
  what: What,
  locations: optional(list(Id)),
  until: optional(localMinute),
  reason: optional(words),
  /** The choices (`group/choice`) that are offered in its place while it is off. */
  standIns: optional(Type.Array(ChoicePath, { maxItems: 20 })),
};

/** What is to be 86'd: several things at once, with one request. */
export const OffRequest = object({
  whats: Type.Array(What, { minItems: 1, maxItems: MOST_AT_ONCE }),
  locations: off.locations,
  until: off.until,
  reason: off.reason,
  standIns: off.standIns,
});
export type OffRequest = Static<typeof OffRequest>;

/** What is off, since when and by whom. */
export const HeldOff = object({ id: Uuid, ...off, since: Timestamp, by: text });
export type HeldOff = Readonly<Static<typeof HeldOff>>;

/** A count as it is kept. */
export const HeldCount = object({ what: What, location: optional(Id), onHand: quantity, low: optional(quantity) });
export type HeldCount = Readonly<Static<typeof HeldCount>>;

/** What was found when something was counted; `seen`: what its count said, if it had one. */
export const Counted = object({ what: What, onHand: quantity, seen: optional(quantity) });
export type Counted = Readonly<Static<typeof Counted>>;

const Portions = Type.Unsafe<Record<string, number>>({ type: 'object', additionalProperties: count });
const Combination = Type.Unsafe<Readonly<Record<string, string>>>({ type: 'object', additionalProperties: text });

/** What a guest or a till is told of stock at a location: what is out, and how many portions are left of what is counted. */
export const StockStanding = object({
  out: Out,
  left: object({
    items: Portions,
    choices: Portions,
    variants: many(object({ item: text, pick: Combination, left: count })),
  }),
  /** The choices (`group/choice`) that are offered for now, in place of what is off. */
  standIns: optional(many(text)),
  /** Until when no online orders are taken, if they are paused. */
  pausedUntil: optional(Timestamp),
  ready: optional(ReadyMinutes),
});
export type StockStanding = Readonly<Static<typeof StockStanding>>;

/** A case or a bag, as something is delivered: how much of its unit it holds. */
const Pack = object({ name: Type.String({ minLength: 1, maxLength: 40 }), quantity: QuantityAboveZero });

/** How something of stock is kept and delivered. `shelf`: where it stands; a count goes shelf by shelf. */
export const StockThing = object({
  what: What,
  shelf: Type.String({ maxLength: 40 }),
  packs: Type.Array(Pack, { maxItems: 6 }),
});
export type StockThing = Readonly<Static<typeof StockThing>>;

/** Pauses online ordering at a location (without one: everywhere) for some minutes; 0 takes orders again. */
export const PauseRequest = object({ location: optional(Id), minutes: int(0, 1_440) });
export type PauseRequest = Static<typeof PauseRequest>;

/** One day of something counted: how much was sold less what was voided, and what was on hand at its end. */
export const StockDay = object({ day: text, used: quantity, onHand: quantity });
export type StockDay = Readonly<Static<typeof StockDay>>;

/**
 * Everything about stock at a location: what is off anywhere, what is counted, what follows from both there, and what has
 * been selling there lately, most first.
 */
export const PantryNow = object({
  selling: many(What),
  offs: many(HeldOff),
  counts: many(HeldCount),
  standing: StockStanding,
  things: many(StockThing),
  /** Who paused online ordering here. */
  pausedBy: optional(text),
});
export type PantryNow = Readonly<Static<typeof PantryNow>>;

export const MovementKind = enumOf('sale', 'void', 'delivery', 'count', 'waste', 'correction');
export type MovementKind = Static<typeof MovementKind>;

/**
 * Movements that a person enters. A `count` names what was found and what was on hand when it was counted, so that sales
 * in between are not lost; the others name what came or went. Something that is not counted yet becomes counted.
 */
export const MovementRequest = object({
  location: optional(Id),
  kind: enumOf('delivery', 'count', 'waste', 'correction'),
  reason: optional(words),
  rows: Type.Array(object({ what: What, quantity, seen: optional(quantity) }), { minItems: 1, maxItems: MOST_AT_ONCE }),
});
export type MovementRequest = Static<typeof MovementRequest>;

/** Sets the low mark of a count, or ends counting. */
export const CountChange = object({
  what: What,
  location: optional(Id),
  low: optional(nullable(Type.Number({ exclusiveMinimum: 0, maximum: 1_000_000 }))),
  isCounted: optional(Type.Boolean()),
});
export type CountChange = Static<typeof CountChange>;

/** A movement in the ledger; nothing ever rewrites it. `onHand`: what was on hand after it. */
export const Movement = object({
  id: count,
  at: Timestamp,
  kind: MovementKind,
  quantity,
  onHand: quantity,
  by: text,
  reason: optional(text),
  order: optional(count),
});
export type Movement = Readonly<Static<typeof Movement>>;
