/** A value, or every fault that was found. Faults are data; messages are made at the edge. */
export type Result<Value, Fault> =
  { readonly ok: true; readonly value: Value } | { readonly ok: false; readonly faults: readonly Fault[] };

export function accepted<Value>(value: Value): Result<Value, never> {
  return { ok: true, value };
}

export function refused<Fault>(faults: readonly Fault[]): Result<never, Fault> {
  return { ok: false, faults };
}

/** Ends a switch over a union, so that an unhandled member does not compile. */
export function assertNever(value: never): never {
  throw new Error(`unexpected case: ${JSON.stringify(value)}`);
}
