import { type Fault, type Route, routeName, ROUTES, withListLimits } from '@hearty-ladle/core';
import { beginningOf, newAjv, shapeCheck } from '@hearty-ladle/core/validation';
import type { TSchema } from 'typebox';

/** Maximum entries of any list that guests and devices send; far more than any real order needs. */
const GUEST_LIST = 500;
/** The same for the workbench: an import may touch every row of a large menu. */
const WORKBENCH_LIST = 50_000;

/** Parts of an invalid body that are examined for faults; takes milliseconds however long the body is. */
const PARTS_JUDGED = 4_000;
/**
 * Maximum number of lists and objects in a body: 25 for each of 20,000 imported rows. Parsing many tiny ones takes
 * seconds.
 */
const PARTS_PARSED = 500_000;
/** Maximum number of faults reported. */
const FAULTS_NAMED = 50;

/** A validation result: the first faults, how many more were found, and whether everything was examined. */
export interface Judgement {
  readonly faults: readonly Fault[];
  readonly more: number;
  readonly isWhole: boolean;
}

export function judgementOf(faults: readonly Fault[], isWhole = true): Judgement {
  return { faults: faults.slice(0, FAULTS_NAMED), more: Math.max(0, faults.length - FAULTS_NAMED), isWhole };
}

const OPEN_BRACE = 0x7b;
const OPEN_BRACKET = 0x5b;

type ShapeCheck = (body: unknown) => Fault[];

/** Compiles the checks of the bodies that routes take, each when it is first needed. */
function checksBy(options: { readonly allErrors: boolean }): (name: string) => ShapeCheck {
  const checks = new Map<string, ShapeCheck>();
  return (name) => {
    let found = checks.get(name);
    if (!found) checks.set(name, (found = shapeCheck(bodySchemaOf(name), newAjv(options))));
    return found;
  };
}
/** Stops at the first fault. */
const firstFaultsOf = checksBy({ allErrors: false });
const allFaultsOf = checksBy({ allErrors: true });

function bodySchemaOf(name: string): TSchema {
  const route = ROUTES.find((one: Route) => routeName(one) === name);
  if (typeof route?.body !== 'object') throw new Error(`${name} takes no JSON body`);
  return withListLimits(route.body, route.audience === 'workbench' ? WORKBENCH_LIST : GUEST_LIST);
}

/** Validates the shape of the body of the named route; linear for a valid one, bounded for an invalid one. */
export function judgeRequest(name: string, body: unknown): Judgement {
  const first = firstFaultsOf(name)(body);
  if (first.length === 0) return judgementOf([]);
  if (first.some(({ code }) => code === 'too-deep')) return judgementOf(first);
  const beginning = beginningOf(body, PARTS_JUDGED);
  const faults = allFaultsOf(name)(beginning.value);
  // If the beginning is valid, the first fault comes later.
  return judgementOf(faults.length > 0 ? faults : first, beginning.isWhole);
}

/** Parses and validates the body of the named route; undefined if it is not JSON. */
export function judgeBytes(name: string, bytes: Uint8Array): Judgement | undefined {
  if (partsOf(bytes) > PARTS_PARSED)
    return judgementOf([{ path: '', code: 'too-long', params: { limit: PARTS_PARSED, unit: 'entries' } }], false);
  try {
    return judgeRequest(name, JSON.parse(new TextDecoder().decode(bytes)));
  } catch (error) {
    if (error instanceof SyntaxError) return undefined;
    throw error;
  }
}

/** The number of lists and objects in a JSON text, at most: brackets within strings count too. */
function partsOf(bytes: Uint8Array): number {
  let parts = 0;
  for (const byte of bytes) if (byte === OPEN_BRACE || byte === OPEN_BRACKET) parts++;
  return parts;
}
