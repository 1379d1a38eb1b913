import type { Analysis, Finding, Mend } from '@hearty-ladle/core';

/**
 * Messages from the check worker: the first check tells what it found until then; what the dishes can cost
 * and mends follow the findings, each mend as soon as it is proved; then the worker is free again.
 */
export type CheckMessage =
  | { readonly type: 'progress'; readonly done: number; readonly total: number; readonly found?: readonly Finding[] }
  | { readonly type: 'done'; readonly findings: readonly Finding[] }
  | { readonly type: 'analyzed'; readonly analyses: readonly Analysis[] }
  | { readonly type: 'mend'; readonly finding: string; readonly mend: Mend }
  | { readonly type: 'settled' };
