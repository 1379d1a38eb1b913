import { analyzeItem, type Context, type Menu } from '@hearty-ladle/core';
import { clock } from '@hearty-ladle/node-runtime';
import { Failure } from './failure.ts';
import { writeLine } from './write-line.ts';

/** Writes the analysis of every item, or of one, one JSON line each. */
export async function analyzeItems(menu: Menu, context: Context, only: string | undefined): Promise<void> {
  const ids = only === undefined ? menu.items.map(({ id }) => id) : [only];
  for (const id of ids) {
    const analysis = analyzeItem(menu, id, context, clock);
    if (!analysis) throw new Failure(`The menu has no item “${id}”.`);
    await writeLine(analysis);
  }
}
