import type { Charge } from '../menu/group-schema.ts';

/** One part of the sum that makes a price; `value` is added to `unit`, or to `line` if charged once. */
export interface Part {
  readonly kind: 'base' | 'choice' | 'note' | 'amount';
  /** For a base part: where it comes from. */
  readonly from?: 'list' | 'sale' | 'quantity' | 'cell' | 'choice' | 'rule';
  readonly rule?: string;
  readonly group?: string;
  readonly choice?: string;
  readonly amount?: string;
  readonly units?: number;
  readonly included?: number;
  readonly at?: readonly number[];
  readonly charge: Charge;
  readonly value: number;
}

export interface PriceSum {
  readonly base: number;
  readonly each: number;
  readonly once: number;
  readonly unit: number;
  readonly line: number;
  readonly parts: readonly Part[];
}
