import {
  ChangeRequest, Context, type Fault, HouseChange, Line, NoBody, Order, OrderRequest, PinTry, Placement, PrinterModeChange, Reservation, UndoRequest, withListLimits,
} from '@hearty-ladle/core';
import { newAjv, plainFaults, shapeCheck } from '@hearty-ladle/core/door';

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

/** The schema of a request's body, as it is checked. */
export function schemaOf(name: RequestName): object {
  return SCHEMAS[name];
}

interface Checks {
  readonly isRight: (body: unknown) => boolean;
  readonly faults: (body: unknown) => Fault[];
}
const checks = new Map<RequestName, Checks>();

function checksOf(name: RequestName): Checks {
  let found = checks.get(name);
  if (!found) {
    const quick = newAjv({ allErrors: false }).compile(SCHEMAS[name]);
    checks.set(name, (found = { isRight: (body) => plainFaults(body).length === 0 && quick(body), faults: shapeCheck(SCHEMAS[name]) }));
  }
  return found;
}

/** Whether a body has the right form; ends at the first fault. */
export function isRightRequest(name: RequestName, body: unknown): boolean {
  return checksOf(name).isRight(body);
}

/** Every fault of a body's form. */
export function faultsOfRequest(name: RequestName, body: unknown): Fault[] {
  return checksOf(name).faults(body);
}
