import type { Choice, Line, Menu } from '../index.ts';
import { type Answer, type PlainGroup, cleaned, isDate, own, plainShare, plusDays } from './plain-line.ts';
import { plainCost } from './plain-cost.ts';
import { PlainPrices } from './plain-prices.ts';

/**
 * The contract implemented literally: a quote computed directly from the document, without indexes, caches or a
 * compiled form. The engine is compared against it; it uses nothing of the engine.
 */
export interface PlainQuote {
  problems: Record<string, unknown>[];
  price: { base: number; each: number; once: number; unit: number; line: number };
  code: string;
  calories: number;
  allergens: string[];
  uses: { ingredient: string; quantity: number }[];
  cost: number | null;
  groups: {
    group: string;
    at?: number[];
    min: number;
    max: number | null;
    included: number;
    have: number;
    free: number;
    choices: { choice: string; state: string; price: number | null }[];
  }[];
  tells: string[];
}

export function plainQuote(menu: Menu, line: Line): PlainQuote {
  const item = menu.items.find(({ id }) => id === line.item);
  const nothing: PlainQuote = {
    problems: [{ code: 'unknown-item' }],
    price: { base: 0, each: 0, once: 0, unit: 0, line: 0 },
    code: '',
    calories: 0,
    allergens: [],
    uses: [],
    cost: null,
    groups: [],
    tells: [],
  };
  return item ? new Plain(menu, item, line).quote() : nothing;
}

/** Prices, problems and totals of a line, step by step as the contract lists them. */
export class Plain extends PlainPrices {
  quote(): PlainQuote {
    const { item, line } = this;
    if (item.channels && !item.channels.includes(line.channel ?? 'online')) this.problem('item-not-on-channel');
    const isKnown = this.menu.locations?.some(({ id }) => id === line.location);
    if (isKnown && item.locations && !item.locations.includes(line.location ?? ''))
      this.problem('item-not-at-location');
    if (item.dayparts && !item.dayparts.some((id) => this.isOn(id))) this.problem('not-served-now');
    if (
      line.out?.items?.includes(item.id) ||
      item.uses?.some(({ ingredient }) => line.out?.ingredients?.includes(ingredient))
    )
      this.problem('item-sold-out');
    for (const pick of line.picks ?? [])
      if (!this.questions.some(({ group }) => group.id === pick.group && group.kind === 'choices'))
        this.problem('unknown-group', { group: pick.group, choice: pick.choice });
    for (const { group } of this.questions) this.acceptedOf(group.id);
    const answers = this.answers();
    const visible = answers.map(({ question }) => question);
    const amounts = this.written(visible);
    for (const answer of answers) this.checkAnswer(answer);
    const combination = this.combination();
    const base = this.base(answers, combination?.cell?.price);
    let [each, once] = [0, 0];
    const charge = (how: string | undefined, value: number) => (how === 'once' ? (once += value) : (each += value));
    for (const answer of answers) {
      this.priceAnswer(answer, 1, base, combination?.cell?.price !== undefined, charge);
      const named = amounts.get(answer.question.group.id);
      if (named !== undefined)
        charge(
          answer.question.group.kind === 'amount' ? (answer.question.group.amount?.charge ?? 'once') : 'once',
          named,
        );
    }
    const unit = base + each;
    const total = unit * this.quantity + once;
    const totals = this.totals(answers);
    if (unit < 0 || total < 0) this.problem('price-below-zero');
    return {
      problems: this.problems,
      price: { base, each, once, unit, line: total },
      code: this.code(answers, combination?.cell?.code),
      ...totals,
      cost: plainCost(this.menu, totals.uses),
      groups: answers.flatMap((answer) => this.views(answer, base)),
      tells: this.rules
        .filter(({ when }) => this.holds(when))
        .flatMap(({ then }) =>
          then.flatMap((effect) =>
            'tell' in effect
              ? [typeof effect.tell === 'string' ? effect.tell : (effect.tell[this.menu.locales[0] ?? ''] ?? '')]
              : [],
          ),
        ),
    };
  }

  /** Notes, dates and amounts that were given to groups that are not offered; dates and amounts that count. */
  written(visible: PlainGroup[]): Map<string, number> {
    const amounts = new Map<string, number>();
    const isAsked = (id: string, kind: string) => {
      if (!this.questions.some(({ group }) => group.id === id && group.kind === kind))
        return (this.problem('unknown-group', { group: id }), false);
      if (visible.some(({ group }) => group.id === id)) return true;
      return (this.problem('not-offered', { group: id }), false);
    };
    for (const [id, text] of Object.entries(this.line.notes ?? {})) if (cleaned(text) !== '') isAsked(id, 'note');
    for (const [id, text] of Object.entries(this.line.dates ?? {})) if (text.trim() !== '') isAsked(id, 'date');
    for (const id of Object.keys(this.line.amounts ?? {})) isAsked(id, 'amount');
    for (const question of visible) {
      const { group } = question;
      if (group.kind === 'date') {
        const text = (own(this.line.dates, group.id) ?? '').trim();
        const need = plusDays(this.at.slice(0, 10), group.date?.earliestDays ?? 0);
        const limit =
          group.date?.latestDays === undefined ? null : plusDays(this.at.slice(0, 10), group.date.latestDays);
        if (text === '' && group.date?.required) this.problem('date-required', { group: group.id });
        if (text !== '' && !(isDate(text) && text >= need && (limit === null || text <= limit)))
          this.problem('date-out-of-range', { group: group.id, need, limit });
      }
      if (group.kind === 'amount') {
        const have = own(this.line.amounts, group.id);
        const need = this.money(group.amount?.min ?? 0, question);
        const limit = group.amount?.max === undefined ? null : this.money(group.amount.max, question);
        if (have === undefined && group.amount?.required) this.problem('amount-required', { group: group.id });
        if (have === undefined) continue;
        if (Number.isInteger(have) && have >= need && (limit === null || have <= limit)) amounts.set(group.id, have);
        else this.problem('amount-out-of-range', { group: group.id, need, limit, have });
      }
    }
    return amounts;
  }

  checkAnswer({ question, accepted, note }: Answer): void {
    const { group, at } = question;
    if (group.kind === 'choices') {
      const { min, max } = this.limits(question);
      const have = accepted.reduce((sum, { units }) => sum + units, 0);
      if (have < min) this.problem('too-few', { group: group.id, need: min, have }, at);
      if (max !== null && have > max) this.problem('too-many', { group: group.id, limit: max, have }, at);
      const kinds = [...new Set(accepted.map(({ choice }) => choice))];
      for (const choice of kinds) {
        const units = accepted.filter((it) => it.choice === choice).reduce((sum, it) => sum + it.units, 0);
        if (units > (choice.max ?? 1))
          this.problem(
            'too-many-of-choice',
            { group: group.id, choice: choice.id, limit: choice.max ?? 1, have: units },
            at,
          );
        if (choice.alone && kinds.length > 1) this.problem('not-alone', { group: group.id, choice: choice.id }, at);
      }
    }
    if (group.kind === 'consent' && !this.line.consents?.includes(group.id))
      this.problem('consent-required', { group: group.id }, at);
    if (group.kind === 'note') {
      if (note === '' && group.note?.required) this.problem('note-required', { group: group.id }, at);
      const limit = group.note?.maxLength;
      if (limit !== undefined && [...note].length > limit)
        this.problem('note-too-long', { group: group.id, limit, have: [...note].length }, at);
    }
    for (const { inner } of accepted) inner.forEach((answer) => this.checkAnswer(answer));
  }

  code(answers: Answer[], cellCode: string | undefined): string {
    const codes = [cellCode ?? this.item.code];
    for (const { question, accepted } of answers) {
      if (cellCode !== undefined && this.item.variants?.by.includes(question.group.id)) continue;
      for (const choice of question.choices) if (accepted.some((it) => it.choice === choice)) codes.push(choice.code);
    }
    for (const { when, then } of this.rules)
      if (this.holds(when)) for (const effect of then) if ('appendCode' in effect) codes.push(effect.appendCode);
    return codes.filter((code) => code !== undefined && code !== '').join('-');
  }

  totals(answers: Answer[]): Totals {
    const uses = new Map<string, bigint>();
    const allergens = new Set(this.item.allergens);
    let calories = this.item.calories ?? 0;
    const use = (
      list: readonly { ingredient: string; quantity: number }[] | undefined,
      times: number,
      portion: number,
    ) => {
      for (const { ingredient, quantity } of list ?? []) {
        uses.set(
          ingredient,
          (uses.get(ingredient) ?? 0n) + BigInt(plainShare(Math.round(quantity * 1000), portion)) * BigInt(times),
        );
        for (const allergen of this.menu.ingredients?.find(({ id }) => id === ingredient)?.allergens ?? [])
          allergens.add(allergen);
      }
    };
    use(this.item.uses, this.quantity, 10_000);
    const visit = ({ accepted }: Answer, times: number): void => {
      for (const { choice, units, amount, inner } of accepted) {
        const standIn = this.menu.items.find(({ id }) => id === choice.item);
        const portion = amount?.portion ?? 10_000;
        calories += plainShare(choice.calories ?? standIn?.calories ?? 0, portion) * units * times;
        for (const allergen of [...(choice.allergens ?? []), ...(standIn?.allergens ?? [])]) allergens.add(allergen);
        use(choice.uses, units * times * this.quantity, portion);
        use(standIn?.uses, units * times * this.quantity, portion);
        inner.forEach((answer) => visit(answer, times * units));
      }
    };
    answers.forEach((answer) => visit(answer, 1));
    const sorted = [...uses]
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([ingredient, thousandths]) => ({ ingredient, quantity: Number(thousandths) / 1000 }));
    return { calories, allergens: [...allergens].sort(), uses: sorted };
  }

  views({ question, accepted }: Answer, base: number): PlainQuote['groups'] {
    const { group, at } = question;
    const have = accepted.reduce((sum, { units }) => sum + units, 0);
    const limits = this.limits(question);
    const isBy = question.offered && (this.item.variants?.by.includes(group.id) ?? false);
    const hasPricedCell = this.item.variants?.cells.some(({ price }) => price !== undefined) ?? false;
    const choices = question.choices
      .filter(({ id }) => !question.offered || this.isVisible(`${group.id}/${id}`))
      .map((choice) => {
        const setsBase = choice.price !== undefined && ('base' in choice.price || 'times' in choice.price);
        const price = setsBase || (isBy && hasPricedCell) ? null : this.onePrice(question, choice, undefined, base);
        return { choice: choice.id, state: this.state(question, choice, isBy), price };
      });
    const view = {
      group: group.id,
      ...(at && { at }),
      ...limits,
      have,
      free: Math.max(0, limits.included - have),
      choices,
    };
    return [view, ...accepted.flatMap(({ inner }) => inner.flatMap((answer) => this.views(answer, base)))];
  }

  state({ group }: PlainGroup, choice: Choice, isBy: boolean): string {
    if (isBy) {
      const by = this.item.variants?.by ?? [];
      const picked = by.map((id) =>
        id === group.id ? [choice.id] : [...new Set(this.acceptedOf(id).map((it) => it.choice.id))],
      );
      const named = (pick: Record<string, string>) =>
        picked.every(({ length }) => length === 1) && by.every((id, i) => own(pick, id) === picked[i]?.[0]);
      if (this.item.variants?.cells.some((cell) => cell.sold === false && named(cell.pick))) return 'not-sold';
      if (this.line.out?.variants?.some((out) => out.item === this.item.id && named(out.pick))) return 'sold-out';
    }
    return this.isOut(group.id, choice) ? 'sold-out' : 'open';
  }
}

interface Totals {
  calories: number;
  allergens: string[];
  uses: { ingredient: string; quantity: number }[];
}
