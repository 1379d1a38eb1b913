import Type, { type Static } from 'typebox';
import { optional } from '../menu/schema-kit.ts';
import { Context, definitions, Given, type Pick } from './line.ts';
import { count, enumOf, many, object, oneOf, text } from './schema.ts';

/** What line check reports. */

export const FindingCode = enumOf(
  'cannot-order',
  'cannot-satisfy',
  'dead-end',
  'never-offered',
  'forced',
  'default-breaks-limits',
  'rule-never-fires',
  'rules-disagree',
  'price-below-zero',
  'included-never-used',
  'long-for-ticket',
  'same-kitchen-name',
  'sale-hidden',
  'once-with-food',
  'no-section',
  'unused-group',
  'unused-ingredient',
  'missing-translation',
  'sold-out-required',
  'promise-broken',
);
export type FindingCode = Static<typeof FindingCode>;

export const Severity = enumOf('stop', 'warn', 'hint');
export type Severity = Static<typeof Severity>;

const Picks = Type.Unsafe<readonly Pick[]>({
  $id: 'hearty-ladle:picks',
  type: 'array',
  items: { $ref: '#/$defs/Pick' },
  ...definitions,
});

/** How the circumstances of an order must differ from the requested ones. */
const varied = { ...Context.properties, quantity: optional(Type.Integer()) };
/** A dish (absent for the order's own questions) and how the circumstances differ from the requested ones. */
export const DishOccasion = object({ ...varied, item: optional(text) });
export type DishOccasion = Readonly<Static<typeof DishOccasion>>;

/** A finding with its sentence; see check/finding.ts. */
export const FindingReport = object({
  code: FindingCode,
  severity: Severity,
  where: text,
  picks: optional(Picks),
  occasion: optional(DishOccasion),
  given: optional(Given),
  says: text,
});
export type FindingReport = Readonly<Static<typeof FindingReport>>;

/** One line of the check's answer: its progress in items, or at the end its findings. */
export const CheckLine = oneOf(object({ done: count, total: count }), object({ findings: many(FindingReport) }));
export type CheckLine = Static<typeof CheckLine>;
