import type { UsedIngredient } from '../compile/compiled.ts';
import type { Effect } from '../menu/document.ts';
import { share, WHOLE } from '../money/money.ts';
import { fromThousandths } from '../money/thousandths.ts';
import type { Combination } from './combination.ts';
import type { SettledLine } from './settle-line.ts';
import { type GroupAnswer, standingChoices, type StandingPick } from './settlement.ts';

export interface IngredientUse {
  readonly ingredient: string;
  readonly quantity: number;
}

/** Calories are for one of the item; what uses stock is for the whole line. */
export interface Totals {
  readonly calories: number;
  readonly allergens: readonly string[];
  readonly uses: readonly IngredientUse[];
}

export function totalsOf(line: SettledLine): Totals {
  const allergens = new Set(line.item.allergens);
  const uses = new Map<string, number>();
  let calories = line.item.item.calories ?? 0;
  const use = ({ ingredient, thousandths }: UsedIngredient, times: number, portion: number) =>
    uses.set(ingredient, (uses.get(ingredient) ?? 0) + share(thousandths, portion) * times);
  for (const used of line.item.uses) use(used, line.quantity, WHOLE);
  eachStanding(line.answers, 1, ({ choice, amount }, times) => {
    const portion = amount?.portion ?? WHOLE;
    calories += share(choice.calories, portion) * times;
    for (const allergen of choice.allergens) allergens.add(allergen);
    for (const used of choice.uses) use(used, times * line.quantity, portion);
  });
  const sorted = [...uses].sort(([a], [b]) => (a < b ? -1 : 1));
  return {
    calories,
    allergens: [...allergens].sort(),
    uses: sorted.map(([ingredient, thousandths]) => ({ ingredient, quantity: fromThousandths(thousandths) })),
  };
}

/** Every standing pick with its units times those of what opened it. */
function eachStanding(answers: readonly GroupAnswer[], times: number, visit: (pick: StandingPick, units: number) => void): void {
  for (const { picks } of answers) {
    for (const pick of picks) {
      visit(pick, pick.units * times);
      eachStanding(pick.inner, pick.units * times, visit);
    }
  }
}

/** The cell's code or else the item's, the codes of standing choices, and what rules append, joined by `-`. */
export function codeOf(line: SettledLine, combination: Combination | undefined): string {
  const cellCode = combination?.cell?.code;
  const codes = [cellCode ?? line.item.item.code];
  for (const answer of line.answers) {
    if (cellCode !== undefined && answer.group.by) continue;
    for (const { choice } of standingChoices(answer)) codes.push(choice.code);
  }
  for (const effect of heldEffects(line)) if ('appendCode' in effect) codes.push(effect.appendCode);
  return codes.filter(Boolean).join('-');
}

/** The effects of the rules that hold, in document order. */
export function heldEffects({ item, settlement }: SettledLine): Effect[] {
  const effects: Effect[] = [];
  for (let i = 0; i < item.rules.length; i++) if (settlement.ruleHolds(i)) effects.push(...(item.rules[i]?.then ?? []));
  return effects;
}
