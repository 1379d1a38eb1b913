import Type, { type Static, type TSchema } from 'typebox';
import { int, list, optional } from '../menu/schema-kit.ts';
import { PrinterMode, VoidedStock } from './kitchen.ts';
import { Placement } from './placement.ts';
import { object, Uuid } from './schema.ts';

const word = Type.String({ minLength: 1, maxLength: 100 });

/** An empty body; sent as `{}`, since only JSON is accepted. */
export const NoBody = object({});
/** Identifies the till that takes a parked order; confirming uses the same token. */
export const Reservation = object({ reservation: word });
export type Reservation = Static<typeof Reservation>;
export const PrinterModeChange = object({ mode: PrinterMode });
export type PrinterModeChange = Static<typeof PrinterModeChange>;
/** Undoes a journal entry. Repeating it with the same id gives the same answer. */
export const UndoRequest = object({ id: Type.String({ minLength: 8, maxLength: 64 }) });
export type UndoRequest = Static<typeof UndoRequest>;

const { properties, ...placement } = Placement;
/**
 * An order to be placed. `replaces`: keys of earlier unanswered attempts, which can't place an order any more. `addTo`: the
 * order that a till adds it to, as a round.
 */
export const OrderRequest = Type.Unsafe<OrderRequest>({
  ...placement,
  $id: 'hearty-ladle:order-request',
  properties: { ...properties, replaces: optional(list(word)), addTo: optional(Uuid) },
});
export type OrderRequest = Placement & { readonly replaces?: readonly string[]; readonly addTo?: string };

/** Voids lines of a sent order, or a part of their quantities. */
export const VoidRequest = object({
  lines: Type.Array(object({ line: int(0, 9_999), quantity: int(1, 10_000) }), { minItems: 1, maxItems: 500 }),
  reason: Type.String({ minLength: 1, maxLength: 200 }),
  stock: VoidedStock,
});
export type VoidRequest = Static<typeof VoidRequest>;

/** The same schema with a maximum number of entries for every list and open map in it, at any depth. */
export function withListLimits<S extends TSchema>(schema: S, limit: number): S {
  const limited = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(limited);
    if (typeof value !== 'object' || value === null) return value;
    const fields = Object.fromEntries(
      Object.entries(value).map(([key, inner]) => [key, key === 'enum' ? inner : limited(inner)]),
    );
    if (fields['type'] === 'array' && !('maxItems' in fields)) return { ...fields, maxItems: limit };
    const isMap = fields['type'] === 'object' && typeof fields['additionalProperties'] === 'object';
    return isMap && !('maxProperties' in fields) ? { ...fields, maxProperties: limit } : fields;
  };
  return limited(schema) as S;
}
