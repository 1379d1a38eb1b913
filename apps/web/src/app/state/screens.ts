import type { Action } from '@hearty-ladle/core';

/** What one must be allowed to do to see a screen, by the first part of its path. */
export const OPEN_TO = {
  start: 'change-set-up',
  menu: 'see-set-up',
  groups: 'see-set-up',
  rules: 'see-set-up',
  'cross-table': 'see-set-up',
  prices: 'see-set-up',
  check: 'see-set-up',
  editions: 'see-set-up',
  history: 'see-set-up',
  setup: 'read-menu',
  orders: 'see-orders',
  takings: 'see-takings',
  pantry: 'read-menu',
  board: 'read-menu',
  till: 'take-orders',
  pass: 'see-tickets',
} as const satisfies Readonly<Record<string, Action>>;

/** A screen that has a name of its own. */
export type Screen = keyof typeof OPEN_TO;
