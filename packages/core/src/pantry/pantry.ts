import Type, { type Static } from 'typebox';
import { joinPointer, type Fault } from '../menu/fault.ts';
import { QuantityAboveZero } from '../menu/group-schema.ts';
import type { ShapeCheck } from '../menu/parse.ts';
import { closed, filledList, Id, list, optional } from '../menu/schema-kit.ts';
import { What } from '../menu/what.ts';
import { keyOfWhat } from '../menu/what-key.ts';
import { hasThreeDecimals } from '../money/thousandths.ts';
import { PANTRY_FORMAT } from './format.ts';
import { accepted, refused, type Result } from '../result.ts';

const MOST_ON_HAND = 1_000_000;
const moment = Type.String({ format: 'local-minute' });

/** Something that is 86'd: where (everywhere if absent), since when, until when (exclusive), and why. */
export const Off = Type.Object(
  {
    what: What,
    locations: optional(filledList(Id)),
    from: optional(moment),
    until: optional(moment),
    reason: optional(Type.String()),
  },
  closed,
);
export type Off = Static<typeof Off>;

/** How much of something is on hand at a location, or wherever no count of its own says otherwise. */
export const Count = Type.Object(
  {
    what: What,
    location: optional(Id),
    onHand: Type.Number({ minimum: -MOST_ON_HAND, maximum: MOST_ON_HAND }),
    low: optional(QuantityAboveZero),
  },
  closed,
);
export type Count = Static<typeof Count>;

/** What is off and what is counted: section 2 of the service contract. */
export const Pantry = Type.Object(
  {
    format: Type.Unsafe<typeof PANTRY_FORMAT>({ const: PANTRY_FORMAT }),
    off: optional(list(Off)),
    counts: optional(list(Count)),
  },
  { ...closed, $id: 'hearty-ladle:pantry' },
);
export type Pantry = Static<typeof Pantry>;

/** Parses a pantry, or returns every fault found. */
export function parsePantry(value: unknown, shapeCheck: ShapeCheck): Result<Pantry, Fault> {
  const shapeFaults = shapeCheck(value);
  if (shapeFaults.length > 0) return refused(shapeFaults);
  const pantry = value as Pantry;
  const faults = [...faultsOfOffs(pantry), ...faultsOfCounts(pantry)];
  return faults.length === 0 ? accepted(pantry) : refused(faults);
}

function faultsOfOffs({ off = [] }: Pantry): Fault[] {
  return off.flatMap(({ from, until }, i) =>
    from !== undefined && until !== undefined && until <= from
      ? [{ path: joinPointer('/off', i), code: 'ends-before' as const, params: { from, until } }]
      : [],
  );
}

function faultsOfCounts({ counts = [] }: Pantry): Fault[] {
  const seen = new Set<string>();
  return counts.flatMap(({ what, location, onHand, low }, i): Fault[] => {
    const path = joinPointer('/counts', i);
    const faults = Object.entries({ onHand, low }).flatMap(([field, quantity]): Fault[] =>
      quantity === undefined || hasThreeDecimals(quantity)
        ? []
        : [{ path: joinPointer(path, field), code: 'decimals', params: { have: quantity } }],
    );
    const key = JSON.stringify([keyOfWhat(what), location]);
    if (seen.has(key)) faults.push({ path, code: 'counted-twice', params: {} });
    seen.add(key);
    return faults;
  });
}
