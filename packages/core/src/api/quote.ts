import Type, { type Static } from 'typebox';
import { Charge, type GroupKind } from '../menu/group-schema.ts';
import { byId, optional } from '../menu/schema-kit.ts';
import { What } from '../menu/what.ts';
import { count, enumOf, many, nullable, object, text } from './schema.ts';

/** What a quote contains, see section 3 of the engine's contract. Money is in minor units. */

const money = Type.Integer();
/** The path to the pick that opened a group, as indexes into `picks`; absent for the item's own groups. */
const at = optional(many(count));

export const ProblemCode = enumOf(
  'unknown-item',
  'unknown-location',
  'unknown-price-list',
  'item-not-on-channel',
  'item-not-at-location',
  'not-served-now',
  'item-sold-out',
  'bad-quantity',
  'unknown-group',
  'unknown-choice',
  'unknown-amount',
  'bad-units',
  'not-offered',
  'sold-out',
  'too-few',
  'too-many',
  'too-many-of-choice',
  'not-alone',
  'date-required',
  'date-out-of-range',
  'amount-required',
  'amount-out-of-range',
  'note-required',
  'note-too-long',
  'consent-required',
  'combination-not-sold',
  'combination-sold-out',
  'price-below-zero',
  'empty-order',
  'other-location',
  'not-enough',
);
export type ProblemCode = Static<typeof ProblemCode>;

const problem = {
  code: ProblemCode,
  group: optional(text),
  choice: optional(text),
  at,
  need: optional(Type.Union([Type.Number(), text, Type.Null()])),
  limit: optional(Type.Union([Type.Number(), text, Type.Null()])),
  have: optional(Type.Number()),
  /** What there is not enough of. */
  what: optional(What),
};
/** Why a line can't be ordered: a code and its parameters. */
export const Problem = object(problem);
export type Problem = Readonly<Static<typeof Problem>>;

/** A problem of an order: `line` is the index of its line, null for the order itself. */
export const OrderProblem = object({ line: nullable(count), ...problem });
export type OrderProblem = Readonly<Static<typeof OrderProblem>>;

/** One part of the sum that makes a price; `value` is added to `unit`, or to `line` if charged once. */
export const Part = object({
  kind: enumOf('base', 'choice', 'note', 'amount'),
  /** For a base part: where it comes from. */
  from: optional(enumOf('list', 'sale', 'quantity', 'cell', 'choice', 'rule')),
  rule: optional(text),
  group: optional(text),
  choice: optional(text),
  amount: optional(text),
  units: optional(count),
  included: optional(count),
  at,
  charge: Charge,
  value: money,
});
export type Part = Readonly<Static<typeof Part>>;

export const PriceSum = object({ base: money, each: money, once: money, unit: money, line: money, parts: many(Part) });
export type PriceSum = Readonly<Static<typeof PriceSum>>;

export const OfferedChoiceView = object({
  choice: text,
  state: enumOf('open', 'sold-out', 'not-sold'),
  /** The price of one more unit; null if the choice sets or multiplies the price, or a table does. */
  price: nullable(money),
});
export type OfferedChoiceView = Readonly<Static<typeof OfferedChoiceView>>;

const groupKinds = ['choices', 'note', 'date', 'amount', 'consent', 'notice'] as const satisfies readonly GroupKind[];
/** A visible group as a screen shows it. */
export const OfferedGroupView = object({
  group: text,
  kind: enumOf(...groupKinds),
  at,
  min: count,
  max: nullable(count),
  included: count,
  have: count,
  /** How many of `included` are left. */
  free: count,
  choices: many(OfferedChoiceView),
});
export type OfferedGroupView = Readonly<Static<typeof OfferedGroupView>>;

export const IngredientUse = object({ ingredient: text, quantity: Type.Number() });
export type IngredientUse = Readonly<Static<typeof IngredientUse>>;

/** A word of a ticket; its inner words follow, one level deeper. */
export const Word = object({ text, depth: count });
export type Word = Readonly<Static<typeof Word>>;

export const TicketNote = object({ text, loud: Type.Boolean() });
export type TicketNote = Readonly<Static<typeof TicketNote>>;

export const TicketLine = object({
  quantity: count,
  item: text,
  words: many(Word),
  notes: many(TicketNote),
  /** How much of it was voided after it was sent. */
  voided: optional(count),
});
export type TicketLine = Readonly<Static<typeof TicketLine>>;

/** What one station reads of one line. */
export const Ticket = object({ station: text, lines: many(TicketLine) });
export type Ticket = Readonly<Static<typeof Ticket>>;

/** What one station reads of an order: its lines in order, and the order's own words and notes. */
export const OrderTicket = object({
  station: text,
  lines: many(TicketLine),
  notes: many(TicketNote),
  /** What heads the ticket of a placed order, loud: what its guest can't have. */
  warnings: optional(many(text)),
  /** Which round of its order it belongs to, if not the first. */
  round: optional(count),
  /** It takes back what an earlier ticket asked for. */
  isVoid: optional(Type.Boolean()),
});
export type OrderTicket = Readonly<Static<typeof OrderTicket>>;

/** Everything the guest, the till and the cook read about one line, from one calculation. */
export const Quote = object({
  ok: Type.Boolean(),
  problems: many(Problem),
  price: PriceSum,
  code: text,
  calories: Type.Integer(),
  allergens: many(text),
  uses: many(IngredientUse),
  /** What the ingredients used cost to buy; null if one has no cost or none is used. Guests are not told. */
  cost: optional(nullable(money)),
  groups: many(OfferedGroupView),
  tells: many(text),
  /** The rules that tell: `tells` is in the menu's first language, `tellsIn` reads theirs in another. */
  tellRules: many(text),
  tickets: many(Ticket),
});
export type Quote = Readonly<Static<typeof Quote>>;

const quantity = Type.Number();

/** What an order takes from stock: each thing once, sorted. Service contract, section 3. */
export const Takes = object({
  ingredients: many(IngredientUse),
  items: many(object({ item: text, quantity })),
  choices: many(object({ choice: text, quantity })),
  variants: many(object({ item: text, pick: byId(text), quantity })),
});
export type Takes = Readonly<Static<typeof Takes>>;

export const OrderQuote = object({
  ok: Type.Boolean(),
  problems: many(OrderProblem),
  lines: many(Quote),
  /** What the answers to the order's own questions cost. */
  extra: object({ each: money, once: money, parts: many(Part), cost: optional(nullable(money)) }),
  total: money,
  /** What everything that is used costs to buy; null if a part of it is not known, or nothing is used. */
  cost: optional(nullable(money)),
  takes: Takes,
  tickets: many(OrderTicket),
  /** The order's own questions, as offered groups. */
  groups: many(OfferedGroupView),
});
export type OrderQuote = Readonly<Static<typeof OrderQuote>>;
