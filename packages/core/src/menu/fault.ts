/** One fault of a document: where (RFC 6901 JSON Pointer), what (a code), and its parameters. */
export interface Fault {
  readonly path: string;
  readonly code: FaultCode;
  readonly params: Readonly<Record<string, unknown>>;
}

export type FaultCode =
  // Shape
  | 'wrong-type'
  | 'unknown-field'
  | 'missing-field'
  | 'out-of-range'
  | 'not-one-of'
  | 'bad-format'
  | 'too-short'
  | 'too-long'
  | 'bad-text'
  | 'needs-one-of'
  | 'bad-key'
  | 'decimals'
  | 'too-deep'
  // Meaning
  | 'id-twice'
  | 'attached-twice'
  | 'opened-twice'
  | 'unknown-reference'
  | 'no-first-price-list'
  | 'no-first-language'
  | 'unknown-language'
  | 'min-above-max'
  | 'default-above-max'
  | 'defaults-above-max'
  | 'sale-ends-before'
  | 'opens-circle'
  | 'opens-too-deep'
  | 'opens-kind'
  | 'base-many'
  | 'base-opened'
  | 'base-included'
  | 'base-in-order'
  | 'discount-included'
  | 'by-not-pick-one'
  | 'cell-incomplete'
  | 'cell-twice'
  | 'cell-extra'
  | 'rules-circle'
  // Pantry
  | 'ends-before'
  | 'counted-twice';

/** Appends steps to an RFC 6901 JSON Pointer. */
export function joinPointer(path: string, ...steps: (string | number)[]): string {
  return steps.reduce<string>((at, step) => `${at}/${escapeStep(step)}`, path);
}

function escapeStep(step: string | number): string {
  return String(step).replaceAll('~', '~0').replaceAll('/', '~1');
}

/** The steps of an RFC 6901 JSON Pointer. */
export function parsePointer(path: string): string[] {
  return path
    .split('/')
    .slice(1)
    .map((step) => step.replaceAll('~1', '/').replaceAll('~0', '~'));
}

/** Collects faults. */
export class FaultList {
  readonly faults: Fault[] = [];

  add(path: string, code: FaultCode, params: Readonly<Record<string, unknown>> = {}): void {
    this.faults.push({ path, code, params });
  }
}
