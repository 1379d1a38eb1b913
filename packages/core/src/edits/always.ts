import type { Condition } from '../menu/condition-schema.ts';

/** A condition that is always true. */
export const ALWAYS: Condition = { quantity: { atLeast: 0 } };
