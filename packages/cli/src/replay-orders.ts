import { type DatedOrder, type Menu, Order, OrderReplay } from '@hearty-ladle/core';
import { Failure } from './failure.ts';
import { eachInputLine } from './input-lines.ts';
import { writeLine } from './write-line.ts';

/** Reads one order a line, writes those that differ with two menus, and the sums at the end. */
export async function replayOrders(before: Menu, after: Menu): Promise<void> {
  if (before.currency !== after.currency)
    throw new Failure(
      `The menus have two currencies, ${before.currency} and ${after.currency}: totals can’t be compared.`,
    );
  const replay = new OrderReplay(before, after);
  await eachInputLine(Order, async (read, order) => {
    const refuse = (says: string) => writeLine({ order, error: { says } });
    if (read.error !== undefined) return refuse(read.error);
    if (!isDated(read.value as Order)) return refuse('This order has no “at”, when it was placed.');
    const differs = replay.replay(read.value as DatedOrder);
    if (differs) await writeLine({ order, ...differs });
  });
  await writeLine({ sums: replay.sums });
}

function isDated({ at }: Order): boolean {
  return at !== undefined;
}
