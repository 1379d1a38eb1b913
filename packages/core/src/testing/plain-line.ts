import type { Choice, Condition, Group, Item, Line, Menu, Pick, Rule } from '../index.ts';
import type { Attachment } from '../menu/group-schema.ts';

export type Price = number | Record<string, number>;
export interface PlainGroup {
  group: Group;
  attachment: Attachment;
  at: number[] | undefined;
  choices: Choice[];
  min: number;
  max: number | null;
  included: number;
  offered: boolean;
}
export interface ResolvedPicks {
  question: PlainGroup;
  choice: Choice;
  units: number;
  amount: { id: string; price?: number; portion?: number } | undefined;
  order: number;
  inner: Answer[];
}
export interface Answer {
  question: PlainGroup;
  accepted: ResolvedPicks[];
  note: string;
}

export const own = <V>(map: Record<string, V> | undefined, key: string): V | undefined =>
  map && Object.hasOwn(map, key) ? map[key] : undefined;
/** a × bp ÷ 10000, rounded half away from zero, with BigInt. */
export function plainShare(a: number, bp: number): number {
  const product = BigInt(a) * BigInt(bp);
  const size = product < 0n ? -product : product;
  const rounded = (size + 5000n) / 10_000n;
  return Number(product < 0n ? -rounded : rounded);
}
export const cleaned = (text: string) => text.replace(/[\u0000-\u001f\u007f-\u009f\u2028\u2029]+/g, ' ').trim();
export const plusDays = (date: string, days: number) =>
  new Date(Date.parse(`${date}T00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);
export const isDate = (text: string) =>
  /^\d{4}-\d\d-\d\d$/.test(text) &&
  !Number.isNaN(Date.parse(`${text}T00:00Z`)) &&
  new Date(`${text}T00:00Z`).toISOString().startsWith(text);

/** A line as the plain implementation resolves it: the groups asked, the accepted picks, the true rules. */
export class PlainLine {
  readonly problems: Record<string, unknown>[] = [];
  readonly questions: PlainGroup[];
  readonly rules: Rule[];
  readonly list: string;
  readonly at: string;
  readonly quantity: number;
  readonly accepted = new Map<string, ResolvedPicks[]>();
  constructor(
    readonly menu: Menu,
    readonly item: Item,
    readonly line: Line,
  ) {
    const location = menu.locations?.find(({ id }) => id === line.location);
    if (line.location !== undefined && !location) this.problem('unknown-location');
    const known = menu.priceLists.some(({ id }) => id === line.priceList);
    if (line.priceList !== undefined && !known) this.problem('unknown-price-list');
    this.list = (known ? line.priceList : location?.priceList) ?? menu.priceLists[0]?.id ?? '';
    this.at = line.at ?? '';
    const quantity = line.quantity ?? 1;
    this.quantity = Number.isInteger(quantity) && quantity >= 1 && quantity <= 999 ? quantity : 1;
    if (this.quantity !== quantity) this.problem('bad-quantity');
    this.questions = this.offers();
    this.rules = (menu.rules ?? []).filter(
      (rule) =>
        (!rule.items && !rule.sections) ||
        rule.items?.includes(item.id) ||
        rule.sections?.some((id) => item.sections?.includes(id)),
    );
  }

  problem(code: string, more: object = {}, at?: number[]): void {
    this.problems.push({ code, ...more, ...(at && { at }) });
  }

  offers(): PlainGroup[] {
    const attached = [...(this.item.groups ?? [])];
    for (const { id, attachTo } of this.menu.groups) {
      const comes =
        attachTo?.sections?.some((section) => this.item.sections?.includes(section)) ||
        attachTo?.tags?.some((tag) => this.item.tags?.includes(tag));
      if (comes && !attachTo?.except?.includes(this.item.id) && !attached.some(({ group }) => group === id))
        attached.push({ group: id });
    }
    return attached.map((attachment) => this.ask(attachment, undefined, true));
  }

  ask(attachment: Attachment, at: number[] | undefined, offered: boolean): PlainGroup {
    const group = this.menu.groups.find(({ id }) => id === attachment.group) as Group;
    const choices =
      group.kind === 'choices'
        ? (group.choices ?? []).filter(({ id }) => !attachment.only || attachment.only.includes(id))
        : [];
    const limits =
      group.kind === 'choices'
        ? {
            min: attachment.min ?? group.min ?? 0,
            max: attachment.max !== undefined ? attachment.max : (group.max ?? null),
            included: attachment.included ?? group.included ?? 0,
          }
        : { min: 0, max: null, included: 0 };
    return { group, attachment, at, choices, offered, ...limits };
  }

  money(price: Price, question?: PlainGroup): number {
    const list = question?.attachment.priceList ?? this.list;
    return typeof price === 'number' ? price : (own(price, list) ?? price[this.menu.priceLists[0]?.id ?? ''] ?? 0);
  }

  isOn(id: string): boolean {
    const part = this.menu.dayparts?.find((it) => it.id === id);
    if (!part) return false;
    const time = this.at.slice(11);
    const weekday = (date: string) => new Date(`${date}T00:00Z`).getUTCDay() || 7;
    const today = this.at.slice(0, 10);
    if (part.to > part.from) return part.days.includes(weekday(today)) && time >= part.from && time < part.to;
    return (
      (part.days.includes(weekday(today)) && time >= part.from) ||
      (part.days.includes(weekday(plusDays(today, -1))) && time < part.to)
    );
  }

  units(path: string): number {
    const [group = '', choice] = path.split('/');
    return this.acceptedOf(group)
      .filter((it) => choice === undefined || it.choice.id === choice)
      .reduce((sum, it) => sum + it.units, 0);
  }

  holds(when: Condition): boolean {
    if ('all' in when) return when.all.every((it) => this.holds(it));
    if ('any' in when) return when.any.some((it) => this.holds(it));
    if ('not' in when) return !this.holds(when.not);
    if ('picked' in when) return this.units(when.picked) >= 1;
    const within = (count: number, { atLeast = 0, atMost = Infinity }: { atLeast?: number; atMost?: number }) =>
      count >= atLeast && count <= atMost;
    if ('units' in when) return within(this.units(when.units.of), when.units);
    if ('quantity' in when) return within(this.quantity, when.quantity);
    if ('channel' in when) return when.channel === (this.line.channel ?? 'online');
    if ('service' in when) return when.service === (this.line.service ?? 'dine-in');
    if ('location' in when)
      return when.location === this.line.location && (this.menu.locations ?? []).some(({ id }) => id === when.location);
    if ('daypart' in when) return this.isOn(when.daypart);
    if ('priceList' in when) return when.priceList === this.list;
    return when.guest === this.line.guest;
  }

  isVisible(path: string): boolean {
    const shows = this.rules.filter(({ then }) => then.some((effect) => 'show' in effect && effect.show === path));
    const hides = this.rules.filter(({ then }) => then.some((effect) => 'hide' in effect && effect.hide === path));
    return (
      (shows.length === 0 || shows.some(({ when }) => this.holds(when))) && !hides.some(({ when }) => this.holds(when))
    );
  }

  limits(question: PlainGroup): { min: number; max: number | null; included: number } {
    let { min, max, included } = question;
    if (!question.offered) return { min, max, included };
    for (const { when, then } of this.rules) {
      for (const effect of then) {
        if (!('limit' in effect) || effect.limit.group !== question.group.id || !this.holds(when)) continue;
        if (effect.limit.min !== undefined) min = effect.limit.min;
        if (effect.limit.max !== undefined) max = effect.limit.max;
        if (effect.limit.included !== undefined) included = effect.limit.included;
      }
    }
    return { min, max, included };
  }

  isOut(group: string, choice: Choice): boolean {
    const { out = {} } = this.line;
    const standIn = this.menu.items.find(({ id }) => id === choice.item);
    const eaten = [...(choice.uses ?? []), ...(standIn?.uses ?? [])].map(({ ingredient }) => ingredient);
    return (
      (out.choices?.includes(`${group}/${choice.id}`) ?? false) ||
      (standIn !== undefined && (out.items?.includes(standIn.id) ?? false)) ||
      eaten.some((id) => out.ingredients?.includes(id))
    );
  }

  acceptedOf(id: string): ResolvedPicks[] {
    const known = this.accepted.get(id);
    if (known) return known;
    const question = this.questions.find(({ group }) => group.id === id);
    const found = question
      ? this.accept(
          question,
          (this.line.picks ?? []).map((pick, i) => ({ pick, i })).filter(({ pick }) => pick.group === id),
        )
      : [];
    this.accepted.set(id, found);
    return found;
  }

  accept(question: PlainGroup, picks: { pick: Pick; i: number }[]): ResolvedPicks[] {
    const { group } = question;
    if (group.kind !== 'choices') return [];
    return picks.flatMap(({ pick, i }): ResolvedPicks[] => {
      const refuse = (code: string) => (
        this.problem(code, { group: pick.group, choice: pick.choice }, question.at),
        []
      );
      if (question.offered && !this.isVisible(group.id)) return refuse('not-offered');
      const choice = question.choices.find(({ id }) => id === pick.choice);
      if (!choice) return refuse('unknown-choice');
      if (question.offered && !this.isVisible(`${group.id}/${choice.id}`)) return refuse('not-offered');
      if (this.isOut(group.id, choice)) return refuse('sold-out');
      const amount = group.amounts?.find(({ id }) => id === pick.amount);
      if (pick.amount !== undefined && !amount) return refuse('unknown-amount');
      const units = pick.units ?? 1;
      if (!Number.isInteger(units) || units < 1 || units > 99) return refuse('bad-units');
      return [
        { question, choice, units, amount, order: i, inner: this.open(choice, pick, [...(question.at ?? []), i]) },
      ];
    });
  }

  open(choice: Choice, pick: Pick, witness: number[]): Answer[] {
    const opened = (choice.opens ?? []).map((id) => this.ask({ group: id }, witness, false));
    for (const inner of pick.picks ?? [])
      if (!opened.some(({ group }) => group.id === inner.group && group.kind === 'choices'))
        this.problem('unknown-group', { group: inner.group, choice: inner.choice }, witness);
    for (const [id, text] of Object.entries(pick.notes ?? {}))
      if (cleaned(text) !== '' && !opened.some(({ group }) => group.id === id && group.kind === 'note'))
        this.problem('unknown-group', { group: id }, witness);
    return opened.map((question) => ({
      question,
      note: question.group.kind === 'note' ? cleaned(own(pick.notes, question.group.id) ?? '') : '',
      accepted: this.accept(
        question,
        (pick.picks ?? []).map((inner, i) => ({ pick: inner, i })).filter((it) => it.pick.group === question.group.id),
      ),
    }));
  }

  answers(): Answer[] {
    return this.questions
      .filter(({ group }) => this.isVisible(group.id))
      .map((question) => ({ question, accepted: this.acceptedOf(question.group.id), note: this.noteOf(question) }));
  }

  noteOf({ group }: PlainGroup): string {
    return group.kind === 'note' ? cleaned(own(this.line.notes, group.id) ?? '') : '';
  }
}
