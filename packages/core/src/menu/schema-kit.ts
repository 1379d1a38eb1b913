import Type, { type Static, type TSchema } from 'typebox';

/**
 * Building blocks for schemas with precise faults. A union is a chain of if/then/else that selects its branch by a key
 * or by `kind`, so that a validator reports the intended branch rather than every branch.
 */

type Shapes = Record<string, TSchema>;
type AnyOfShapes<S extends Shapes> = { [K in keyof S]: Static<S[K]> }[keyof S];

const ID_PATTERN = '^[a-z0-9][a-z0-9_.-]{0,63}$';
const BOUND_OF_MONEY = 100_000_000;
const BOUND_OF_BASIS_POINTS = 1_000_000;

export const closed = { additionalProperties: false } as const;

/** Text with a format of its own has its name as title, which faults refer to. */
export const Id = Type.String({ title: 'id', pattern: ID_PATTERN });
export const int = (minimum: number, maximum: number) => Type.Integer({ minimum, maximum });
export const basisPoints = (minimum = -BOUND_OF_BASIS_POINTS) => int(minimum, BOUND_OF_BASIS_POINTS);
export const list = <S extends TSchema>(schema: S) => Type.Array(schema);
export const filledList = <S extends TSchema>(schema: S) => Type.Array(schema, { minItems: 1 });
export const optional = Type.Optional;

/** A map with ids as keys. */
export const byId = <S extends TSchema>(schema: S) =>
  Type.Unsafe<Record<string, Static<S>>>({
    type: 'object',
    propertyNames: { pattern: ID_PATTERN },
    additionalProperties: schema,
  });

/** An object with arbitrary text keys, as it arrives from outside. */
export const byText = <S extends TSchema>(schema: S) =>
  Type.Unsafe<Record<string, Static<S>>>({ type: 'object', additionalProperties: schema });

/** An integer of minor units, or one per price list. */
export const priceFrom = (minimum = -BOUND_OF_MONEY) => {
  const money = int(minimum, BOUND_OF_MONEY);
  return Type.Unsafe<number | Record<string, number>>({
    if: { type: 'object' },
    then: { ...byId(money), minProperties: 1 },
    else: money,
  });
};

/** A plain string in the first language, or one string per language tag. */
export const Text = Type.Unsafe<string | Record<string, string>>({
  if: { type: 'object' },
  then: { type: 'object', additionalProperties: { type: 'string' }, minProperties: 1 },
  else: { type: 'string' },
});

/** An integer within bounds, or null for no limit. */
export const limitUpTo = (minimum: number, maximum: number) =>
  Type.Unsafe<number | null>({ if: { type: 'null' }, then: true, else: int(minimum, maximum) });

/** A union whose members are distinguished by which of these keys they have. */
export function chosenByKey<S extends Shapes>(shapes: S) {
  const none = { type: 'object', anyOf: Object.keys(shapes).map((key) => ({ required: [key] })) };
  return Type.Unsafe<AnyOfShapes<S>>(chain(shapes, (key) => ({ type: 'object', required: [key] }), none));
}

/** A union whose members are distinguished by `kind`. */
export function chosenByKind<S extends Shapes>(shapes: S) {
  const none = { type: 'object', required: ['kind'], properties: { kind: { enum: Object.keys(shapes) } } };
  const holds = (kind: string) => ({ type: 'object', required: ['kind'], properties: { kind: { const: kind } } });
  return Type.Unsafe<AnyOfShapes<S>>(chain(shapes, holds, none));
}

function chain(shapes: Shapes, holds: (key: string) => object, none: object): object {
  return Object.entries(shapes).reduceRight<object>(
    (rest, [key, shape]) => ({ if: holds(key), then: shape, else: rest }),
    none,
  );
}
