import Type, { type Static } from 'typebox';
import { count, enumOf, object, oneOf } from './schema.ts';

/** What a server process announces to all pages, whichever process they are connected to. */
export const Announcement = oneOf(
  object({ type: Type.Literal('menu'), revision: count }),
  object({ type: enumOf('tickets', 'printers', 'paper', 'parked', 'house') }),
);
export type Announcement = Readonly<Static<typeof Announcement>>;

/** A server-sent event. `connected`: the stream begins, and something may have been missed before. */
export const LiveEvent = oneOf(object({ type: Type.Literal('connected') }), Announcement);
export type LiveEvent = Readonly<Static<typeof LiveEvent>>;
