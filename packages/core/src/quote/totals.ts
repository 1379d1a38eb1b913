import type { IngredientUse } from '../api/quote.ts';
import type { CompiledRule, UsedIngredient } from '../compile/compiled.ts';
import { share, WHOLE } from '../money/money.ts';
import { fromThousandths } from '../money/thousandths.ts';
import { type GroupAnswer, acceptedChoices } from './answers.ts';
import type { Combination } from './combination.ts';
import { memoizeByAnswer } from './answer-cache.ts';
import type { ResolvedLine } from './resolve-line.ts';

/** Calories are per unit of the item; ingredient uses are for the whole line. */
export interface Totals {
  readonly calories: number;
  readonly allergens: readonly string[];
  readonly uses: readonly IngredientUse[];
}

export function totalsOf(line: ResolvedLine): Totals {
  const allergens = [...line.item.allergens];
  const uses = [...line.item.uses];
  let calories = line.item.item.calories ?? 0;
  for (const answer of line.answers) {
    if (answer.picks.length === 0) continue;
    const brought = broughtBy(answer);
    calories += brought.calories;
    for (const allergen of brought.allergens) allergens.push(allergen);
    for (const used of brought.uses) uses.push(used);
  }
  return {
    calories,
    allergens: allergens.length === 0 ? [] : [...new Set(allergens)].sort(),
    uses: usesOfLine(uses, line.quantity),
  };
}

/** What an answer contributes to one unit of the item, including what its picks opened. */
interface Brought {
  calories: number;
  readonly allergens: string[];
  readonly uses: UsedIngredient[];
}

const broughtBy = memoizeByAnswer<void, Brought>((answer) => {
  const brought: Brought = { calories: 0, allergens: [], uses: [] };
  addBrought(brought, [answer], 1);
  return brought;
});

/** Adds what every accepted pick contributes, its units times those of the pick that opened it. */
function addBrought(brought: Brought, answers: readonly GroupAnswer[], times: number): void {
  for (const { choice, amount, units, inner } of answers.flatMap(({ picks }) => picks)) {
    const count = units * times;
    const portion = amount?.portion ?? WHOLE;
    brought.calories += share(choice.calories, portion) * count;
    brought.allergens.push(...choice.allergens);
    for (const { ingredient, thousandths } of choice.uses)
      brought.uses.push({ ingredient, thousandths: share(thousandths, portion) * count });
    addBrought(brought, inner, count);
  }
}

/** Multiplies the uses of one unit by the line's quantity. */
function usesOfLine(uses: readonly UsedIngredient[], quantity: number): IngredientUse[] {
  if (uses.length === 0) return [];
  const sums = new Map<string, number>();
  for (const { ingredient, thousandths } of uses) sums.set(ingredient, (sums.get(ingredient) ?? 0) + thousandths);
  const sorted = [...sums].sort(([a], [b]) => (a < b ? -1 : 1));
  return sorted.map(([ingredient, thousandths]) => ({ ingredient, quantity: fromThousandths(thousandths * quantity) }));
}

/** The cell's code or else the item's, then the codes of accepted choices and of rules, joined by `-`. */
export function codeOf(line: ResolvedLine, combination: Combination | undefined): string {
  const cellCode = combination?.cell?.code;
  const codes = [cellCode ?? line.item.item.code];
  for (const answer of line.answers) {
    const isInCell = cellCode !== undefined && answer.group.by;
    const code = answer.picks.length === 0 || isInCell ? '' : codesOf(answer);
    if (code !== '') codes.push(code);
  }
  forEachHeld(line, (rule) => codes.push(...rule.codes));
  return codes.filter(Boolean).join('-');
}

const codesOf = memoizeByAnswer<void, string>((answer) =>
  acceptedChoices(answer)
    .map(({ choice }) => choice.code)
    .filter(Boolean)
    .join('-'),
);

export interface Tells {
  /** The messages of true rules, in the menu's first language and in document order. */
  readonly tells: readonly string[];
  /** The ids of these rules. */
  readonly tellRules: readonly string[];
}

export function tellsOf(line: ResolvedLine): Tells {
  const tells: string[] = [];
  const tellRules: string[] = [];
  forEachHeld(line, (rule) => {
    tells.push(...rule.tells);
    if (rule.tells.length > 0) tellRules.push(rule.id);
  });
  return { tells, tellRules };
}

function forEachHeld({ item, resolver }: ResolvedLine, visit: (rule: CompiledRule) => void): void {
  for (const at of item.outspoken) {
    const rule = item.rules[at];
    if (rule && resolver.ruleHolds(at)) visit(rule);
  }
}
