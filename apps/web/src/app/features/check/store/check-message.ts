import type { Analysis, Finding } from '@hearty-ladle/core';

/** What the worker tells of a check. */
export type CheckMessage =
  | { readonly type: 'progress'; readonly done: number; readonly total: number }
  | { readonly type: 'done'; readonly findings: readonly Finding[]; readonly analyses: readonly Analysis[] };
