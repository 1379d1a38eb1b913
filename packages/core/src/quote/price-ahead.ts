import type { Line } from '../api/line.ts';
import type { OfferedGroupView } from '../api/quote.ts';
import type { CompiledMenu, OfferedGroup } from '../compile/compiled.ts';
import type { Clock } from './calendar.ts';
import { groupAt, pickChoice } from './edit-line.ts';
import { type EvaluatedLine, evaluateLine } from './work-line.ts';

/** The lowest and highest price, in minor units. */
export interface PriceRange {
  readonly min: number;
  readonly max: number;
}

/** What prices can still become while a required question of one choice is open. */
export interface PricesAhead {
  /** Of the whole line; undefined if nothing open changes it, or there are too many ways to answer. */
  readonly line: PriceRange | undefined;
  /** Of one more unit of the dish's own choices, by `group/choice`: only those that depend on an open question. */
  readonly choices: ReadonlyMap<string, PriceRange & { readonly dependsOn: string }>;
  /** Of the whole line with a choice that has no price of its own, as it sets or multiplies the dish's. */
  readonly lineWith: ReadonlyMap<string, PriceRange>;
}

const MOST_TRIED = 150;
const NOTHING: PricesAhead = { line: undefined, choices: new Map(), lineWith: new Map() };
const NOT_HAD = new Set(['combination-not-sold', 'combination-sold-out', 'not-offered', 'sold-out']);

/**
 * Finds by trying what a line and its choices can cost once the required pick-one questions of the dish that are still
 * open have been answered; everything else stays as it is answered.
 */
export function pricesAhead(menu: CompiledMenu, line: Line, clock: Clock): PricesAhead {
  const item = menu.item(line.item);
  const now = evaluateLine(menu, line, clock);
  if (!item || !now) return NOTHING;
  const pickOne = now.groups.flatMap(({ at, max, ...view }): OpenQuestion[] => {
    const group = at || max !== 1 ? undefined : groupAt(item, line, undefined, view.group);
    return group ? [{ group, answers: choicesOf(view), isOpen: view.min === 1 && view.have === 0 }] : [];
  });
  const open = pickOne.filter(({ isOpen }) => isOpen);
  const quote = (answered: Line) => evaluateLine(menu, answered, clock);
  const deciding = pickOne.filter(({ group }) => group.setsBase || (group.by && item.cells?.hasPrices));
  return {
    line: open.length === 0 ? undefined : lineRange(line, open, quote),
    choices: choiceRanges(line, open, quote),
    lineWith: new Map(
      deciding.flatMap((question) =>
        question.answers.flatMap((id): [string, PriceRange][] => {
          const others = open.filter((other) => other !== question);
          const range = lineRange(answered(line, question, id), others, quote);
          return range ? [[`${question.group.id}/${id}`, range]] : [];
        }),
      ),
    ),
  };
}

interface OpenQuestion {
  readonly group: OfferedGroup;
  /** The choices that can be had. */
  readonly answers: readonly string[];
  readonly isOpen: boolean;
}
type Quote = (line: Line) => EvaluatedLine | undefined;

function choicesOf({ choices }: Pick<OfferedGroupView, 'choices'>): string[] {
  return choices.filter(({ state }) => state === 'open').map(({ choice }) => choice);
}

function answered(line: Line, { group }: OpenQuestion, id: string): Line {
  const choice = group.choices.find((one) => one.id === id);
  return choice ? pickChoice(line, undefined, group, choice, true) : line;
}

function lineRange(line: Line, questions: readonly OpenQuestion[], quote: Quote): PriceRange | undefined {
  if (questions.reduce((product, { answers }) => product * answers.length, 1) > MOST_TRIED) return undefined;
  const lines = questions.reduce<Line[]>(
    (all, question) => all.flatMap((one) => question.answers.map((id) => answered(one, question, id))),
    [line],
  );
  const prices = lines.flatMap((one) => {
    const worked = quote(one);
    return worked && !worked.problems.some(({ code }) => NOT_HAD.has(code)) ? [worked.price.line] : [];
  });
  return prices.length === 0 ? undefined : { min: Math.min(...prices), max: Math.max(...prices) };
}

function choiceRanges(line: Line, questions: readonly OpenQuestion[], quote: Quote): PricesAhead['choices'] {
  const ranges = new Map<string, PriceRange & { dependsOn: string }>();
  for (const question of questions) {
    const prices = new Map<string, number[]>();
    for (const id of question.answers) {
      for (const view of quote(answered(line, question, id))?.groups ?? []) {
        if (view.at || view.group === question.group.id) continue;
        for (const { choice, price } of view.choices) {
          const path = `${view.group}/${choice}`;
          if (price !== null) prices.set(path, [...(prices.get(path) ?? []), price]);
        }
      }
    }
    for (const [path, found] of prices) {
      const [min, max] = [Math.min(...found), Math.max(...found)];
      if (min !== max && !ranges.has(path)) ranges.set(path, { min, max, dependsOn: question.group.id });
    }
  }
  return ranges;
}
