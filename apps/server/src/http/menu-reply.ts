import type { ServedMenu, StoredMenu } from '@hearty-ladle/core';
import { ok, problem } from './reply.ts';

export const NO_MENU = problem(404, 'no-menu', 'There is no menu yet.');

/** The draft, tagged with its revision. */
export function draftReply(stored: StoredMenu | undefined) {
  return stored ? ok(stored, { etag: `"${stored.revision}"` }) : NO_MENU;
}

/** The edition that a location has, tagged with its number and its hash. */
export function servedReply(served: ServedMenu | undefined) {
  return served ? ok(served, { etag: `"${served.edition}-${served.hash}"` }) : NO_MENU;
}
