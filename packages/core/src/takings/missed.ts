import type { Order } from '../api/line.ts';
import type { OrderProblem } from '../api/quote.ts';

/** Something that was asked for and could not be had; `item`: the dish it was asked for with. */
export interface MissedThing {
  readonly item: string;
  readonly kind: 'item' | 'choice' | 'ingredient';
  readonly id: string;
}

/** What an order that was turned away could not have, each thing once, from its problems of stock. */
export function missedThings({ lines }: Order, problems: readonly OrderProblem[]): MissedThing[] {
  const things = problems.flatMap((problem): MissedThing[] => {
    const item = problem.line === null ? '' : (lines[problem.line]?.item ?? '');
    const thing = thingOf(problem, item);
    return thing ? [{ item, ...thing }] : [];
  });
  return [...new Map(things.map((thing) => [JSON.stringify([thing.kind, thing.id]), thing])).values()];
}

function thingOf({ code, group, choice, what }: OrderProblem, item: string): Omit<MissedThing, 'item'> | undefined {
  if (what && 'ingredient' in what) return { kind: 'ingredient', id: what.ingredient };
  if (what && 'choice' in what) return { kind: 'choice', id: what.choice };
  if (what && 'item' in what) return { kind: 'item', id: what.item };
  if (what) return { kind: 'item', id: what.variant.item };
  if (code === 'sold-out' && group !== undefined && choice !== undefined)
    return { kind: 'choice', id: `${group}/${choice}` };
  return item === '' ? undefined : { kind: 'item', id: item };
}
