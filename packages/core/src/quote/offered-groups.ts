import type { OfferedGroupView, OfferedChoiceView } from '../api/quote.ts';
import type { OfferedChoice, OfferedGroup } from '../compile/compiled.ts';
import { type GroupAnswer, isSoldOut } from './answers.ts';
import { combinationOf, acceptedCombination } from './combination.ts';
import { memoizeByAnswer } from './answer-cache.ts';
import type { ResolvedLine } from './resolve-line.ts';
import { unitPrice } from './unit-price.ts';

/** The visible groups in order, each followed by the groups that its accepted picks open. */
export function offeredGroups(line: ResolvedLine, base: number): OfferedGroupView[] {
  const views: OfferedGroupView[] = [];
  const priced: PricedLine = { line, base };
  const add = (answer: GroupAnswer) => {
    views.push(viewOf(answer, priced));
    if (answer.group.opens) for (const pick of answer.picks) pick.inner.forEach(add);
  };
  line.answers.forEach(add);
  return views;
}

interface PricedLine {
  readonly line: ResolvedLine;
  readonly base: number;
}

const viewOf = memoizeByAnswer((answer, priced: PricedLine): OfferedGroupView => {
  const { group, at, min, max, included, count } = answer;
  const { kind } = group.group;
  const view =
    kind === 'choices'
      ? {
          group: group.id,
          kind,
          min,
          max,
          included,
          have: count,
          free: Math.max(0, included - count),
          choices: choicesOf(priced, group),
        }
      : { group: group.id, kind, min: 0, max: null, included: 0, have: 0, free: 0, choices: [] };
  return at ? { ...view, at } : view;
});

/** The visible choices of a group, with the price of one more unit. */
function choicesOf({ line, base }: PricedLine, group: OfferedGroup): OfferedChoiceView[] {
  const pricedByTable = group.by && (line.item.cells?.hasPrices ?? false);
  const visible = group.choices.filter(({ ruled }) => line.resolver.isVisible(ruled));
  return visible.map((choice) => {
    const price = pricedByTable || choice.setsBase ? null : unitPrice(line, group, choice, undefined, base);
    return { choice: choice.id, state: stateOf(line, group, choice), price };
  });
}

function stateOf(line: ResolvedLine, group: OfferedGroup, choice: OfferedChoice): OfferedChoiceView['state'] {
  const combination = group.by ? completedBy(line, group, choice) : undefined;
  if (combination?.cell?.sold === false) return 'not-sold';
  return combination?.soldOut || isSoldOut(choice, line.circumstances.out) ? 'sold-out' : 'open';
}

/** The combination that a choice would complete together with the picks in the table's other groups. */
function completedBy(line: ResolvedLine, group: OfferedGroup, choice: OfferedChoice) {
  const accepted = acceptedCombination(line).map((other, i) =>
    line.item.cells?.by[i] === group.index ? choice : other,
  );
  return combinationOf(line.item, accepted, line.circumstances.out);
}
