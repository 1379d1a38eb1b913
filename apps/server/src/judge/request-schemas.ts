import {
  ChangeRequest, Context, type Fault, HouseChange, Line, NoBody, Order, OrderRequest, PinTry, Placement, PrinterModeChange, Reservation, UndoRequest, withListLimits,
} from '@hearty-ladle/core';
import { beginningOf, newAjv, shapeCheck } from '@hearty-ladle/core/validation';

/** Entries in any one list of what guests and devices send; no dish and no order needs nearly as many. */
const GUEST_LIST = 500;
/** Of what the workbench sends: a change may touch every row of a large import. */
const WORKBENCH_LIST = 50_000;

/** Everything that a request's body may be, by name, with its lists bounded. */
const SCHEMAS = {
  Line: withListLimits(Line, GUEST_LIST), Order: withListLimits(Order, GUEST_LIST), OrderRequest: withListLimits(OrderRequest, GUEST_LIST),
  Placement: withListLimits(Placement, GUEST_LIST), Context: withListLimits(Context, WORKBENCH_LIST), ChangeRequest: withListLimits(ChangeRequest, WORKBENCH_LIST),
  NoBody, PinTry, Reservation, PrinterModeChange, UndoRequest, HouseChange,
} as const;
export type RequestName = keyof typeof SCHEMAS;

/** Parts of a wrong body that are looked at for faults; it takes milliseconds, however long the body is. */
const PARTS_JUDGED = 4_000;
/** Faults that are named; nobody reads more. */
const FAULTS_NAMED = 50;

/** What is wrong with something: the first faults, how many more were found, and whether all of it was looked at. */
export interface Judgement {
  readonly faults: readonly Fault[];
  readonly more: number;
  readonly isWhole: boolean;
}

export function judgementOf(faults: readonly Fault[], isWhole = true): Judgement {
  return { faults: faults.slice(0, FAULTS_NAMED), more: Math.max(0, faults.length - FAULTS_NAMED), isWhole };
}

interface Checks {
  /** Ends at the first fault. */
  readonly firstFaults: (body: unknown) => Fault[];
  readonly allFaults: (body: unknown) => Fault[];
}
const checks = new Map<RequestName, Checks>();

function checksOf(name: RequestName): Checks {
  let found = checks.get(name);
  if (!found) checks.set(name, (found = { firstFaults: shapeCheck(SCHEMAS[name], newAjv({ allErrors: false })), allFaults: shapeCheck(SCHEMAS[name]) }));
  return found;
}

/** What is wrong with a body's form; time linear in a right one, and bounded for a wrong one once its first fault is found. */
export function judgeRequest(name: RequestName, body: unknown): Judgement {
  const { firstFaults, allFaults } = checksOf(name);
  const first = firstFaults(body);
  if (first.length === 0) return judgementOf([]);
  if (first.some(({ code }) => code === 'too-deep')) return judgementOf(first);
  const beginning = beginningOf(body, PARTS_JUDGED);
  const faults = allFaults(beginning.value);
  // Where the beginning is right, the first fault comes later.
  return judgementOf(faults.length > 0 ? faults : first, beginning.isWhole);
}
