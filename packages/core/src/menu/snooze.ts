import Type, { type Static } from 'typebox';
import { closed, Id, optional } from './schema-kit.ts';

/** A finding that is set aside: why, and until which day (inclusive; for good if absent). */
export const Snooze = Type.Object(
  {
    id: Id,
    /** The finding, as `findingKey` names it. */
    finding: Type.String({ minLength: 1 }),
    reason: Type.String({ minLength: 1 }),
    until: optional(Type.String({ format: 'date' })),
  },
  closed,
);
export type Snooze = Static<typeof Snooze>;
