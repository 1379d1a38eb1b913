import type { Choice } from '../index.ts';
import { type Answer, type PlainGroup, own, PlainLine, plainShare, type Price } from './plain-line.ts';

/** The prices of a line, step by step as the contract lists them. */
export class PlainPrices extends PlainLine {
  combination() {
    const by = this.item.variants?.by ?? [];
    const picked = by.map((id) => [...new Set(this.acceptedOf(id).map(({ choice }) => choice.id))]);
    if (by.length === 0 || picked.some(({ length }) => length !== 1)) return undefined;
    const named = (pick: Record<string, string>) => by.every((id, i) => own(pick, id) === picked[i]?.[0]);
    const cell = this.item.variants?.cells.find(({ pick }) => named(pick));
    if (cell?.sold === false) this.problem('combination-not-sold');
    if (this.line.out?.variants?.some((out) => out.item === this.item.id && named(out.pick)))
      this.problem('combination-sold-out');
    return { cell };
  }

  base(answers: Answer[], cellPrice: Price | undefined): number {
    const { item } = this;
    const today = this.at.slice(0, 10);
    const offers = [this.money(item.price)];
    if (item.sale && today >= item.sale.from && today <= item.sale.until) offers.push(this.money(item.sale.price));
    const step = (item.quantityPrices ?? [])
      .filter(({ from }) => from <= this.quantity)
      .sort((a, b) => b.from - a.from)[0];
    if (step) offers.push(this.money(step.price));
    let base = cellPrice === undefined ? Math.min(...offers) : this.money(cellPrice);
    const counted = answers.filter(
      ({ question }) => cellPrice === undefined || !item.variants?.by.includes(question.group.id),
    );
    const pickedOnce = counted.flatMap(({ question, accepted }) =>
      question.choices
        .filter((choice) => accepted.some((it) => it.choice === choice))
        .map((choice) => ({ question, choice })),
    );
    for (const {
      question,
      choice: { price },
    } of pickedOnce)
      if (price && 'base' in price) base = this.money(price.base, question);
    for (const {
      choice: { price },
    } of pickedOnce)
      if (price && 'times' in price) base = plainShare(base, price.times);
    const effects = this.rules.filter(({ when }) => this.holds(when)).flatMap(({ then }) => then);
    for (const effect of effects) if ('setBase' in effect) base = this.money(effect.setBase);
    const before = base;
    for (const effect of effects) if ('basePercent' in effect) base += plainShare(before, effect.basePercent);
    for (const effect of effects) if ('addToPrice' in effect) base += this.money(effect.addToPrice);
    return base;
  }

  /** Step 6 without the amount; `units` of the choice in this answer, undefined for the price of one more. */
  onePrice(question: PlainGroup, choice: Choice, units: number | undefined, base: number): number {
    const { price } = choice;
    if (price && 'percent' in price) return plainShare(base, price.percent);
    if (price && !('add' in price)) return 0;
    const sets = question.offered
      ? this.rules.flatMap(({ when, then }) =>
          then.flatMap((effect) =>
            'setChoice' in effect && effect.setChoice.choice === `${question.group.id}/${choice.id}` && this.holds(when)
              ? [effect.setChoice.add]
              : [],
          ),
        )
      : [];
    const last = sets.at(-1);
    if (last !== undefined) return this.money(last, question);
    const attached = own(question.attachment.prices, choice.id);
    if (attached !== undefined) return this.money(attached, question);
    const looked = price?.by && this.questions.find(({ group }) => group.id === price.by?.group);
    const first = looked?.choices.find(({ id }) => this.acceptedOf(looked.group.id).some((it) => it.choice.id === id));
    const byPrice = first && own(price?.by?.prices, first.id);
    if (byPrice !== undefined) return this.money(byPrice, question);
    const tier =
      units === undefined
        ? undefined
        : (price?.tiers ?? []).filter(({ from }) => from <= units).sort((a, b) => b.from - a.from)[0];
    return this.money(tier?.add ?? price?.add ?? 0, question);
  }

  priceAnswer(
    answer: Answer,
    times: number,
    base: number,
    cellIsPriced: boolean,
    charge: (how: string | undefined, value: number) => void,
  ): void {
    const { question, accepted, note } = answer;
    const { group } = question;
    if (group.kind === 'note' && note !== '')
      charge(group.note?.charge, this.money(group.note?.price ?? 0, question) * times);
    const isFree = question.offered && cellIsPriced && (this.item.variants?.by.includes(group.id) ?? false);
    const unitsOf = (choice: Choice) =>
      accepted.filter((it) => it.choice === choice).reduce((sum, it) => sum + it.units, 0);
    const priced = accepted.map((it) => ({
      it,
      price: isFree
        ? 0
        : plainShare(this.onePrice(question, it.choice, unitsOf(it.choice), base), it.amount?.price ?? 10_000),
      free: 0,
    }));
    const first = group.kind === 'choices' ? (group.includedFirst ?? 'picked') : 'picked';
    const sign = first === 'picked' ? 0 : first === 'cheapest' ? 1 : -1;
    let left = this.limits(question).included;
    for (const one of [...priced].sort((a, b) => sign * (a.price - b.price) || a.it.order - b.it.order)) {
      one.free = Math.min(left, one.it.units);
      left -= one.free;
    }
    for (const { it, price, free } of priced) {
      const how = it.choice.price && 'charge' in it.choice.price ? it.choice.price.charge : 'each';
      charge(how, price * (it.units - free) * times);
      for (const inner of it.inner) this.priceAnswer(inner, times * it.units, base, cellIsPriced, charge);
    }
  }
}
