import type { Takes } from '../api/quote.ts';
import type { CompiledMenu } from '../compile/compiled.ts';
import { type What } from '../menu/what.ts';
import { keyOfWhat, sortedCombinations } from '../menu/what-key.ts';
import { fromThousandths, toThousandths } from '../money/thousandths.ts';
import type { GroupAnswer } from '../quote/answers.ts';
import { acceptedCombination } from '../quote/combination.ts';
import type { EvaluatedLine } from '../quote/work-line.ts';

/** What lines take from stock, and the order's own questions with them: over what stands. */
export function takesOf(lines: readonly EvaluatedLine[], menu: CompiledMenu): Takes {
  const ingredients = new Sums();
  const items = new Sums();
  const choices = new Sums();
  const variants = new Map<string, Takes['variants'][number]>();
  const addAnswers = (answers: readonly GroupAnswer[], times: number): void => {
    for (const { choice, units, inner } of answers.flatMap(({ picks }) => picks)) {
      const count = units * times;
      choices.add(choice.path, count);
      if (choice.choice.item !== undefined) items.add(choice.choice.item, count);
      addAnswers(inner, count);
    }
  };
  for (const { resolved, uses } of lines) {
    const { item, quantity, answers } = resolved;
    for (const use of uses) ingredients.add(use.ingredient, toThousandths(use.quantity));
    if (item !== menu.order) items.add(item.item.id, quantity);
    addAnswers(answers, quantity);
    const pick = combinationPicked(resolved);
    if (!pick) continue;
    const key = keyOfWhat({ variant: { item: item.item.id, pick } });
    const before = variants.get(key)?.quantity ?? 0;
    variants.set(key, { item: item.item.id, pick, quantity: before + quantity });
  }
  return {
    ingredients: ingredients.sorted().map(([ingredient, sum]) => ({ ingredient, quantity: fromThousandths(sum) })),
    items: items.sorted().map(([item, quantity]) => ({ item, quantity })),
    choices: choices.sorted().map(([choice, quantity]) => ({ choice, quantity })),
    variants: sortedCombinations([...variants.values()], (id) => menu.item(id)?.item.variants?.by ?? []),
  };
}

/** The choices that name a combination of the dish, sold or not; undefined if one is open. */
function combinationPicked(line: EvaluatedLine['resolved']): Record<string, string> | undefined {
  const by = line.item.item.variants?.by;
  const picked = acceptedCombination(line);
  if (!by || picked.length === 0 || picked.includes(undefined)) return undefined;
  return Object.fromEntries(by.map((group, i) => [group, picked[i]?.id ?? '']));
}

/** Everything that an order takes: ingredients, then dishes, choices and combinations. */
export function whatsOf(takes: Takes): { readonly what: What; readonly quantity: number }[] {
  return [
    ...takes.ingredients.map(({ ingredient, quantity }) => ({ what: { ingredient }, quantity })),
    ...takes.items.map(({ item, quantity }) => ({ what: { item }, quantity })),
    ...takes.choices.map(({ choice, quantity }) => ({ what: { choice }, quantity })),
    ...takes.variants.map(({ item, pick, quantity }) => ({ what: { variant: { item, pick } }, quantity })),
  ];
}

class Sums {
  readonly #sums = new Map<string, number>();

  add(id: string, amount: number): void {
    this.#sums.set(id, (this.#sums.get(id) ?? 0) + amount);
  }

  /** By UTF-16 code units. */
  sorted(): [string, number][] {
    return [...this.#sums].sort(([a], [b]) => (a < b ? -1 : 1));
  }
}
