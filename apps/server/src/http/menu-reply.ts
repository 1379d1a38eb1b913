import type { StoredMenu } from '@hearty-ladle/core';
import { ok, problem } from './reply.ts';

export const NO_MENU = problem(404, 'no-menu', 'There is no menu yet.');

/** The menu, tagged with its revision. */
export function menuReply(stored: StoredMenu | undefined) {
  return stored ? ok(stored, { etag: `"${stored.revision}"` }) : NO_MENU;
}
