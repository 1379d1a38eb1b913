import Type, { type Static } from 'typebox';
import { KeptLine } from './line.ts';
import { Ticket } from './quote.ts';
import { closed, Id, list, optional } from '../menu/schema-kit.ts';

const promised = {
  name: Type.String({ minLength: 1 }),
  line: KeptLine,
  /** What the line must come to, in minor units. */
  total: Type.Integer(),
  /** What each station must read, as in a quote; not promised if absent. */
  tickets: optional(list(Ticket)),
};

/** A pinned build: what it must cost, and what the kitchen must read. */
export const PinnedBuild = Type.Object(promised, closed);
export type PinnedBuild = Static<typeof PinnedBuild>;

/** A pinned build that is kept beside the document. */
export const MenuPromise = Type.Object({ id: Id, ...promised }, closed);
export type MenuPromise = Static<typeof MenuPromise>;

/** A file of promises, as the program reads it. */
export const PromiseFile = list(PinnedBuild);
