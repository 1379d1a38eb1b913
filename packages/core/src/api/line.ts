import Type, { type Static, type TSchema } from 'typebox';
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
const pickFields = {
  group: text,
  choice: text,
  units: optional(Type.Number()),
  amount: optional(text),
  notes: optional(byText(text)),
};
const PickSchema = open({ ...pickFields, picks: optional(list(PickRef)) });
/** A pick without a reference to itself: groups open one another at most so deep. */
const pickTo = (depth: number): TSchema =>
  open(depth === 0 ? pickFields : { ...pickFields, picks: optional(list(pickTo(depth - 1))) });
const DEEPEST_OPENING = 4;

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
/** A line as a part of other schemas: unlike `Line` it has no name and no references, so it may occur in one twice. */
export const KeptLine = Type.Unsafe<Line>(
  open({ ...LineShape.properties, picks: optional(list(pickTo(DEEPEST_OPENING))) }),
);

const OrderShape = open({ ...circumstances, lines: list(LineShape), ...answers });
/** Several lines, the circumstances for all of them, and the answers to the order's own questions. */
export const Order = { ...OrderShape, $id: 'hearty-ladle:order', ...definitions };
export type Order = Static<typeof OrderShape>;

const ContextShape = open(circumstances);
/** The circumstances of an analysis: a line without dish and answers. */
export const Context = { ...ContextShape, $id: 'hearty-ladle:context' };
export type Context = Static<typeof ContextShape>;
const { picks: _picks, ...given } = answers;
/** The answers that are not picks. */
export const Given = open(given);
export type Given = Static<typeof Given>;
export type Answers = globalThis.Pick<Line, keyof typeof answers>;
