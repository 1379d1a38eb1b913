import type { Part, PriceSum } from '../api/quote.ts';
import type { IncludedFirst } from '../menu/group-schema.ts';
import { WHOLE, priceIn, share } from '../money/money.ts';
import type { GroupAnswer, AcceptedPick } from './answers.ts';
import { basePrice } from './base-price.ts';
import { unitsByChoice } from './check-answers.ts';
import type { Combination } from './combination.ts';
import { memoizeByAnswer } from './answer-cache.ts';
import { listOf, type ResolvedLine } from './resolve-line.ts';
import { unitPrice } from './unit-price.ts';

/** Prices a line and returns the parts of the sum: the order of pricing, steps 1 to 9. */
export function priceLine(line: ResolvedLine, combination: Combination | undefined): PriceSum {
  const { value: base, parts } = basePrice(line, combination);
  const pricing: Pricing = { line, base, cellIsPriced: combination?.cell?.price !== undefined };
  let [each, once] = [0, 0];
  for (const answer of line.answers) {
    const priced = pricedAnswer(answer, pricing);
    for (const part of priced.parts) parts.push(part);
    each += priced.each;
    once += priced.once;
  }
  const unit = base + each;
  return { base, each, once, unit, line: unit * line.quantity + once, parts };
}

interface Pricing {
  readonly line: ResolvedLine;
  readonly base: number;
  readonly cellIsPriced: boolean;
}

/** What an answer adds to the price, by how it is charged. */
interface PricedAnswer {
  readonly parts: readonly Part[];
  readonly each: number;
  readonly once: number;
}

const pricedAnswer = memoizeByAnswer((answer, pricing: Pricing): PricedAnswer => {
  const parts: Part[] = [];
  addParts(parts, pricing, answer, 1);
  const named = pricing.line.amounts.get(answer.group.id);
  if (named !== undefined) parts.push(amountPart(answer, named));
  const charged = (charge: Part['charge']) =>
    parts.reduce((sum, part) => (part.charge === charge ? sum + part.value : sum), 0);
  return { parts, each: charged('each'), once: charged('once') };
});

function amountPart({ group: { id, group } }: GroupAnswer, value: number): Part {
  const charge = (group.kind === 'amount' ? group.amount?.charge : undefined) ?? 'once';
  return { kind: 'amount', group: id, charge, value };
}

/** Adds the parts of one answer and of what its picks opened; `times`: units of the picks that opened it. */
function addParts(parts: Part[], pricing: Pricing, answer: GroupAnswer, times: number): void {
  if (answer.note !== '') parts.push(notePart(pricing, answer, times));
  if (answer.picks.length === 0) return;
  const prices = unitPrices(pricing, answer);
  const free = includedUnits(answer, prices);
  for (const pick of inDocumentOrder(answer.picks)) {
    const { choice, units, amount } = pick;
    if (!choice.setsBase) {
      const included = free.get(pick) ?? 0;
      parts.push({
        kind: 'choice',
        group: answer.group.id,
        choice: choice.id,
        ...(amount && { amount: amount.id }),
        units: units * times,
        included: included * times,
        ...(answer.at && { at: answer.at }),
        charge: choice.charge,
        value: (prices.get(pick) ?? 0) * (units - included) * times,
      });
    }
    for (const inner of pick.inner) addParts(parts, pricing, inner, units * times);
  }
}

/** Sorts picks by the document's order of choices; picks of one choice stay in the order picked. */
function inDocumentOrder(picks: readonly AcceptedPick[]): readonly AcceptedPick[] {
  return picks.length < 2 ? picks : picks.toSorted((a, b) => a.choice.index - b.choice.index);
}

function notePart({ line }: Pricing, { group, at }: GroupAnswer, times: number): Part {
  const note = group.group.kind === 'note' ? group.group.note : undefined;
  const value = priceIn(note?.price ?? 0, listOf(line, group), line.menu.firstList) * times;
  return { kind: 'note', group: group.id, ...(at && { at }), charge: note?.charge ?? 'each', value };
}

/** Step 6 for every pick of an answer: the price of one unit with its amount. */
function unitPrices({ line, base, cellIsPriced }: Pricing, { group, picks }: GroupAnswer): Map<AcceptedPick, number> {
  const units = unitsByChoice(picks);
  const freeByCell = cellIsPriced && group.by;
  return new Map(
    picks.map((pick) => {
      const one = freeByCell ? 0 : unitPrice(line, group, pick.choice, units.get(pick.choice), base);
      return [pick, share(one, pick.amount?.price ?? WHOLE)];
    }),
  );
}

/** Step 7: how many units of each pick are included. */
function includedUnits(
  { group, included, picks }: GroupAnswer,
  prices: ReadonlyMap<AcceptedPick, number>,
): Map<AcceptedPick, number> {
  const free = new Map<AcceptedPick, number>();
  let left = included;
  for (const pick of inOrderOfInclusion(picks, prices, group.includedFirst)) {
    if (left <= 0) break;
    const units = Math.min(left, pick.units);
    free.set(pick, units);
    left -= units;
  }
  return free;
}

function inOrderOfInclusion(
  picks: readonly AcceptedPick[],
  prices: ReadonlyMap<AcceptedPick, number>,
  first: IncludedFirst,
): readonly AcceptedPick[] {
  if (first === 'picked') return picks;
  const sign = first === 'cheapest' ? 1 : -1;
  return picks.toSorted((a, b) => sign * ((prices.get(a) ?? 0) - (prices.get(b) ?? 0)));
}
