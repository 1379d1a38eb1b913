import type { OfferedGroup } from '../compile/compiled.ts';
import type { Pick } from '../quote/request-schema.ts';
import { type WorkedLine, workLine } from '../quote/work-line.ts';
import type { ItemCheck } from './item-check.ts';
import type { Occasion } from './contexts.ts';
import { shortAnswers } from './short-answers.ts';

/**
 * The answers with the fewest picks, over some groups, after which something holds; a quote says whether it does.
 * Undefined where none is found among the shortest few thousand.
 */
export function shortWay(
  { menu, item, clock }: ItemCheck, { context, quantity }: Occasion, groups: readonly OfferedGroup[], holds: (worked: WorkedLine) => boolean,
): Pick[] | undefined {
  for (const picks of shortAnswers(groups)) {
    const worked = workLine(menu, { ...context, quantity, item: item.item.id, picks }, clock);
    if (worked && holds(worked)) return picks;
  }
  return undefined;
}

/** Whether nothing is wrong with the answers to some groups. */
export function standWell({ problems }: WorkedLine, groups: readonly OfferedGroup[]): boolean {
  return !problems.some(({ group }) => groups.some(({ id }) => id === group));
}
