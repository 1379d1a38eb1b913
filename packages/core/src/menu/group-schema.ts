import Type, { type Static } from 'typebox';
import {
  basisPoints,
  byId,
  chosenByKey,
  chosenByKind,
  closed,
  Id,
  int,
  limitUpTo,
  list,
  optional,
  priceFrom,
  Text,
} from './schema-kit.ts';

export const Price = priceFrom();
export const PriceFromZero = priceFrom(0);
export const Charge = Type.Unsafe<'each' | 'once'>({ enum: ['each', 'once'] });
export type Charge = Static<typeof Charge>;

/** A quantity of an ingredient in its unit, with at most three decimals. */
export const QuantityAboveZero = Type.Number({ exclusiveMinimum: 0, maximum: 1_000_000 });
/** How much of an ingredient one portion uses. */
export const Use = Type.Object({ ingredient: Id, quantity: QuantityAboveZero }, closed);
export type Use = Static<typeof Use>;
export const calories = int(0, 99_999);

const By = Type.Object({ group: Id, prices: byId(Price) }, closed);
const Tier = Type.Object({ from: Type.Integer({ minimum: 2 }), add: Price }, closed);
const charge = { charge: optional(Charge) };

/**
 * What a choice does to the price: adds an amount, adds a percentage of the base, replaces the base, or multiplies it.
 */
export const ChoicePrice = chosenByKey({
  add: Type.Object({ add: Price, by: optional(By), tiers: optional(list(Tier)), ...charge }, closed),
  percent: Type.Object({ percent: basisPoints(), ...charge }, closed),
  base: Type.Object({ base: PriceFromZero }, closed),
  times: Type.Object({ times: basisPoints(0) }, closed),
});
export type ChoicePrice = Static<typeof ChoicePrice>;

export const Choice = Type.Object(
  {
    id: Id,
    name: Text,
    kitchenName: optional(Type.String()),
    tillName: optional(Type.String()),
    code: optional(Type.String()),
    image: optional(Type.String()),
    color: optional(Type.String()),
    price: optional(ChoicePrice),
    max: optional(int(1, 99)),
    default: optional(int(0, 99)),
    alone: optional(Type.Boolean()),
    station: optional(Id),
    allergens: optional(list(Type.String())),
    calories: optional(calories),
    uses: optional(list(Use)),
    item: optional(Id),
    opens: optional(list(Id)),
  },
  closed,
);
export type Choice = Static<typeof Choice>;

/** Extra, light, on the side: a word for the ticket, with its share of price and portion. */
export const Amount = Type.Object(
  { id: Id, name: Text, word: Type.String(), price: optional(basisPoints(0)), portion: optional(basisPoints(0)) },
  closed,
);
export type Amount = Static<typeof Amount>;

const AttachTo = Type.Object(
  { sections: optional(list(Id)), tags: optional(list(Type.String())), except: optional(list(Id)) },
  closed,
);
const common = { id: Id, name: Type.String(), prompt: Text, help: optional(Text), attachTo: optional(AttachTo) };
const kind = <K extends string>(value: K) => ({ kind: Type.Unsafe<K>({ const: value }) });

export const IncludedFirst = Type.Unsafe<'picked' | 'cheapest' | 'dearest'>({
  enum: ['picked', 'cheapest', 'dearest'],
});
export type IncludedFirst = Static<typeof IncludedFirst>;

const ChoicesGroup = Type.Object(
  {
    ...common,
    ...kind('choices'),
    min: optional(int(0, 99)),
    max: optional(limitUpTo(1, 99)),
    included: optional(int(0, 99)),
    includedFirst: optional(IncludedFirst),
    print: optional(Type.Unsafe<'always' | 'changes'>({ enum: ['always', 'changes'] })),
    amounts: optional(list(Amount)),
    choices: optional(list(Choice)),
  },
  closed,
);
const Note = Type.Object(
  {
    required: optional(Type.Boolean()),
    maxLength: optional(int(1, 2000)),
    placeholder: optional(Text),
    price: optional(PriceFromZero),
    charge: optional(Charge),
    stations: optional(list(Id)),
    loud: optional(Type.Boolean()),
  },
  closed,
);
const days = int(0, 3650);
const DateWindow = Type.Object(
  { required: optional(Type.Boolean()), earliestDays: optional(days), latestDays: optional(days) },
  closed,
);
const NamedAmount = Type.Object(
  {
    required: optional(Type.Boolean()),
    min: optional(PriceFromZero),
    max: optional(PriceFromZero),
    suggested: optional(list(Price)),
    charge: optional(Charge),
  },
  closed,
);

export const Group = chosenByKind({
  choices: ChoicesGroup,
  note: Type.Object({ ...common, ...kind('note'), note: optional(Note) }, closed),
  date: Type.Object({ ...common, ...kind('date'), date: optional(DateWindow) }, closed),
  amount: Type.Object({ ...common, ...kind('amount'), amount: optional(NamedAmount) }, closed),
  consent: Type.Object({ ...common, ...kind('consent') }, closed),
  notice: Type.Object({ ...common, ...kind('notice') }, closed),
});
/** A modifier group: one question, asked wherever it is attached. */
export type Group = Static<typeof Group>;
export type GroupKind = Group['kind'];
export type ChoicesGroup = Extract<Group, { kind: 'choices' }>;
export type NoteGroup = Extract<Group, { kind: 'note' }>;
export type DateGroup = Extract<Group, { kind: 'date' }>;
export type AmountGroup = Extract<Group, { kind: 'amount' }>;

/** A group as attached to one item: everything but `group` is a difference from the shared group. */
export const Attachment = Type.Object(
  {
    group: Id,
    heading: optional(Text),
    min: optional(int(0, 99)),
    max: optional(limitUpTo(1, 99)),
    included: optional(int(0, 99)),
    only: optional(list(Id)),
    defaults: optional(byId(int(0, 99))),
    prices: optional(byId(Price)),
    priceList: optional(Id),
  },
  closed,
);
export type Attachment = Static<typeof Attachment>;
