import Type, { type Static } from 'typebox';
import { Channel, Service } from '../menu/condition-schema.ts';
import { byText, closed, list, optional } from '../menu/schema-kit.ts';

const text = Type.String();
const open = <S extends Type.TProperties>(properties: S) => Type.Object(properties, closed);

/** One picked choice; inner picks and notes answer the groups it opens. */
export interface Pick {
  group: string;
  choice: string;
  units?: number;
  amount?: string;
  picks?: Pick[];
  notes?: Record<string, string>;
}
const PickRef = Type.Unsafe<Pick>({ $ref: '#/$defs/Pick' });
const PickSchema = open({
  group: text,
  choice: text,
  units: optional(Type.Number()),
  amount: optional(text),
  picks: optional(list(PickRef)),
  notes: optional(byText(text)),
});

/** What is 86'd right now. */
export const Out = open({
  items: optional(list(text)),
  choices: optional(list(text)),
  ingredients: optional(list(text)),
  variants: optional(list(open({ item: text, pick: byText(text) }))),
});
export type Out = Static<typeof Out>;

const circumstances = {
  channel: optional(Channel),
  service: optional(Service),
  location: optional(text),
  priceList: optional(text),
  guest: optional(text),
  at: optional(Type.String({ format: 'local-minute' })),
  out: optional(Out),
};
const answers = {
  picks: optional(list(PickRef)),
  notes: optional(byText(text)),
  dates: optional(byText(text)),
  amounts: optional(byText(Type.Number())),
  consents: optional(list(text)),
};
export const definitions = { $defs: { Pick: PickSchema } };

const LineShape = open({ item: text, quantity: optional(Type.Number()), ...circumstances, ...answers });
/** One dish of an order. */
export const Line = { ...LineShape, $id: 'hearty-ladle:line', ...definitions };
export type Line = Static<typeof LineShape>;

const OrderShape = open({ ...circumstances, lines: list(LineShape), ...answers });
/** Several lines, the circumstances for all of them, and the answers to the order's own questions. */
export const Order = { ...OrderShape, $id: 'hearty-ladle:order', ...definitions };
export type Order = Static<typeof OrderShape>;

const ContextShape = open(circumstances);
/** The circumstances of an analysis: a line without dish and answers. */
export const Context = { ...ContextShape, $id: 'hearty-ladle:context' };
export type Context = Static<typeof ContextShape>;
export type Answers = globalThis.Pick<Line, keyof typeof answers>;
