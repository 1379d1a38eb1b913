import { type Fault, type Route, routeName, ROUTES, withListLimits } from '@hearty-ladle/core';
import { beginningOf, newAjv, shapeCheck } from '@hearty-ladle/core/validation';
import type { TSchema } from 'typebox';

/** Maximum entries of any list that guests and devices send; far more than any real order needs. */
const GUEST_LIST = 500;
/** The same for the workbench: an import may touch every row of a large menu. */
const WORKBENCH_LIST = 50_000;

/** Parts of an invalid body that are examined for faults; takes milliseconds however long the body is. */
const PARTS_JUDGED = 4_000;
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

interface Checks {
  /** Stops at the first fault. */
  readonly firstFaults: (body: unknown) => Fault[];
  readonly allFaults: (body: unknown) => Fault[];
}
const checks = new Map<string, Checks>();

/** The checks of the body that a route takes. */
function checksOf(name: string): Checks {
  let found = checks.get(name);
  if (!found) {
    const schema = bodySchemaOf(name);
    checks.set(
      name,
      (found = { firstFaults: shapeCheck(schema, newAjv({ allErrors: false })), allFaults: shapeCheck(schema) }),
    );
  }
  return found;
}

function bodySchemaOf(name: string): TSchema {
  const route = ROUTES.find((one: Route) => routeName(one) === name);
  if (typeof route?.body !== 'object') throw new Error(`${name} takes no JSON body`);
  return withListLimits(route.body, route.audience === 'workbench' ? WORKBENCH_LIST : GUEST_LIST);
}

/** Validates the shape of the body of the named route; linear for a valid one, bounded for an invalid one. */
export function judgeRequest(name: string, body: unknown): Judgement {
  const { firstFaults, allFaults } = checksOf(name);
  const first = firstFaults(body);
  if (first.length === 0) return judgementOf([]);
  if (first.some(({ code }) => code === 'too-deep')) return judgementOf(first);
  const beginning = beginningOf(body, PARTS_JUDGED);
  const faults = allFaults(beginning.value);
  // If the beginning is valid, the first fault comes later.
  return judgementOf(faults.length > 0 ? faults : first, beginning.isWhole);
}
