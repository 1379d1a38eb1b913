import Type, { type Static } from 'typebox';
import { Channel, ChoicePath, ConditionRef, ConditionSchema, ThingPath } from './condition-schema.ts';
import { Attachment, calories, Group, Price, PriceFromZero, QuantityAboveZero, Use } from './group-schema.ts';
import {
  basisPoints,
  byId,
  chosenByKey,
  closed,
  filledList,
  Id,
  int,
  limitUpTo,
  list,
  optional,
  Text,
} from './schema-kit.ts';

export const MENU_FORMAT = 'hearty-ladle/menu@1';

const ClockTime = Type.String({ title: 'time-of-day', pattern: '^([01][0-9]|2[0-3]):[0-5][0-9]$' });
const CalendarDate = Type.String({ format: 'date' });
const open = <S extends Type.TProperties>(properties: S) => Type.Object(properties, closed);
const named = { id: Id, name: Type.String() };

export const PriceList = open(named);
export type PriceList = Static<typeof PriceList>;
export const Location = open({
  ...named,
  priceList: optional(Id),
  timeZone: optional(Type.String({ format: 'time-zone' })),
  /** When the business day ends there: 04:00 unless said. Prices and tickets don't depend on it. */
  dayEnds: optional(ClockTime),
});
export type Location = Static<typeof Location>;
export const Daypart = open({ ...named, days: list(int(1, 7)), from: ClockTime, to: ClockTime });
export type Daypart = Static<typeof Daypart>;
export const Station = open({
  ...named,
  columns: optional(int(20, 96)),
  expo: optional(Type.Boolean()),
  backup: optional(Id),
});
export type Station = Static<typeof Station>;
/** What an amount of an ingredient costs to buy: `amount` in minor units for `per` of its unit. */
export const Cost = open({ amount: int(0, 100_000_000), per: QuantityAboveZero });
export type Cost = Static<typeof Cost>;
export const Ingredient = open({
  ...named,
  unit: Type.String(),
  allergens: optional(list(Type.String())),
  cost: optional(Cost),
});
export type Ingredient = Static<typeof Ingredient>;
export const Section = open({
  id: Id,
  name: Text,
  description: optional(Text),
  image: optional(Type.String()),
  station: optional(Id),
});
export type Section = Static<typeof Section>;
export const GuestKind = open(named);

export const Cell = open({
  pick: byId(Id),
  price: optional(PriceFromZero),
  code: optional(Type.String()),
  sold: optional(Type.Boolean()),
  image: optional(Type.String()),
});
export type Cell = Static<typeof Cell>;
export const Variants = open({ by: filledList(Id), cells: list(Cell) });
export type Variants = Static<typeof Variants>;

export const Item = open({
  id: Id,
  name: Text,
  price: PriceFromZero,
  sections: optional(list(Id)),
  description: optional(Text),
  image: optional(Type.String()),
  kitchenName: optional(Type.String()),
  tillName: optional(Type.String()),
  code: optional(Type.String()),
  tags: optional(list(Type.String())),
  station: optional(Id),
  channels: optional(list(Channel)),
  /** Sold only there; everywhere if absent. */
  locations: optional(filledList(Id)),
  dayparts: optional(list(Id)),
  allergens: optional(list(Type.String())),
  calories: optional(calories),
  uses: optional(list(Use)),
  sale: optional(open({ price: PriceFromZero, from: CalendarDate, until: CalendarDate })),
  quantityPrices: optional(list(open({ from: Type.Integer({ minimum: 2 }), price: PriceFromZero }))),
  groups: optional(list(Attachment)),
  variants: optional(Variants),
});
/** A dish. Only name and price are required of a person. */
export type Item = Static<typeof Item>;

const limitBounds = ['min', 'max', 'included'].map((bound) => ({ required: [bound] }));
export const Effect = chosenByKey({
  show: open({ show: ThingPath }),
  hide: open({ hide: ThingPath }),
  limit: open({
    limit: Type.Object(
      { group: Id, min: optional(int(0, 99)), max: optional(limitUpTo(0, 99)), included: optional(int(0, 99)) },
      { ...closed, anyOf: limitBounds },
    ),
  }),
  setBase: open({ setBase: PriceFromZero }),
  basePercent: open({ basePercent: basisPoints() }),
  addToPrice: open({ addToPrice: Price }),
  setChoice: open({ setChoice: open({ choice: ChoicePath, add: Price }) }),
  appendCode: open({ appendCode: Type.String() }),
  route: open({ route: open({ what: ThingPath, station: Id }) }),
  tell: open({ tell: Text }),
});
export type Effect = Static<typeof Effect>;

export const Rule = open({
  id: Id,
  name: optional(Type.String()),
  items: optional(list(Id)),
  sections: optional(list(Id)),
  when: ConditionRef,
  then: filledList(Effect),
});
/** A house rule: when its condition is true, its effects apply. */
export type Rule = Static<typeof Rule>;

export const Menu = Type.Object(
  {
    format: Type.Unsafe<typeof MENU_FORMAT>({ const: MENU_FORMAT }),
    name: Type.String(),
    currency: Type.String({ format: 'currency' }),
    locales: filledList(Type.String({ format: 'language-tag' })),
    priceLists: filledList(PriceList),
    locations: optional(list(Location)),
    dayparts: optional(list(Daypart)),
    stations: filledList(Station),
    ingredients: optional(list(Ingredient)),
    sections: list(Section),
    guests: optional(list(GuestKind)),
    groups: list(Group),
    items: list(Item),
    rules: optional(list(Rule)),
    orderGroups: optional(list(Attachment)),
  },
  {
    ...closed,
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    $id: 'hearty-ladle:menu',
    $defs: { Condition: ConditionSchema },
  },
);
/** The whole menu document. */
export type Menu = Static<typeof Menu>;
export type Text = Static<typeof Text>;
export type Id = string;
