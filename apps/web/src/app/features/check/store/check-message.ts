import type { Analysis, Finding } from '@hearty-ladle/core';

/** Messages from the check worker. */
export type CheckMessage =
  | { readonly type: 'progress'; readonly done: number; readonly total: number }
  | { readonly type: 'done'; readonly findings: readonly Finding[]; readonly analyses: readonly Analysis[] };
