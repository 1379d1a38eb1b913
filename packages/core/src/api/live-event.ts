import Type, { type Static } from 'typebox';
import { count, enumOf, object, oneOf } from './schema.ts';

/** What a server process announces to all pages, whichever process they are connected to. */
export const Announcement = oneOf(
  object({ type: Type.Literal('menu'), revision: count }),
  object({
    type: enumOf('tickets', 'printers', 'paper', 'parked', 'house', 'pantry', 'editions', 'screens', 'programs'),
  }),
);
export type Announcement = Readonly<Static<typeof Announcement>>;

/** How often a stream says that it is alive. One that is silent for much longer is dead, though still connected. */
export const HEARTBEAT_MS = 4_000;

/**
 * A server-sent event. `connected`: the stream begins, and something may have been missed before. `alive`: nothing
 * happened, and the server is still there.
 */
export const LiveEvent = oneOf(object({ type: enumOf('connected', 'alive') }), Announcement);
export type LiveEvent = Readonly<Static<typeof LiveEvent>>;
