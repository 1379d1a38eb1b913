import {
  ChangeRequest, Context, type Fault, HouseChange, Line, NoBody, Order, OrderRequest, PinTry, Placement, PrinterModeChange, Reservation, UndoRequest, withListLimits,
} from '@hearty-ladle/core';
import { beginningOf, newAjv, shapeCheck } from '@hearty-ladle/core/validation';

/** Maximum entries of any list that guests and devices send; far more than any real order needs. */
const GUEST_LIST = 500;
/** The same for the workbench: an import may touch every row of a large menu. */
const WORKBENCH_LIST = 50_000;

/** All request schemas by name, with bounded lists. */
const SCHEMAS = {
  Line: withListLimits(Line, GUEST_LIST), Order: withListLimits(Order, GUEST_LIST), OrderRequest: withListLimits(OrderRequest, GUEST_LIST),
  Placement: withListLimits(Placement, GUEST_LIST), Context: withListLimits(Context, WORKBENCH_LIST), ChangeRequest: withListLimits(ChangeRequest, WORKBENCH_LIST),
  NoBody, PinTry, Reservation, PrinterModeChange, UndoRequest, HouseChange,
} as const;
export type RequestName = keyof typeof SCHEMAS;

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
const checks = new Map<RequestName, Checks>();

function checksOf(name: RequestName): Checks {
  let found = checks.get(name);
  if (!found) checks.set(name, (found = { firstFaults: shapeCheck(SCHEMAS[name], newAjv({ allErrors: false })), allFaults: shapeCheck(SCHEMAS[name]) }));
  return found;
}

/** Validates the shape of a body; linear for a valid one, bounded for an invalid one. */
export function judgeRequest(name: RequestName, body: unknown): Judgement {
  const { firstFaults, allFaults } = checksOf(name);
  const first = firstFaults(body);
  if (first.length === 0) return judgementOf([]);
  if (first.some(({ code }) => code === 'too-deep')) return judgementOf(first);
  const beginning = beginningOf(body, PARTS_JUDGED);
  const faults = allFaults(beginning.value);
  // If the beginning is valid, the first fault comes later.
  return judgementOf(faults.length > 0 ? faults : first, beginning.isWhole);
}
