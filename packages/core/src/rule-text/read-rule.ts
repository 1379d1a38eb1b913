import type { Condition } from '../menu/condition-schema.ts';
import type { Effect, Menu, Rule, Text } from '../menu/document.ts';
import { minorDigits } from '../money/currencies.ts';
import { parsePercent, parsePrice } from '../exchange/price-text.ts';
import { plainText } from '../search/find-by-name.ts';
import type { NameKind, RuleName } from './rule-names.ts';
import { type Expected, RuleReader } from './rule-reader.ts';

/** A typed rule, understood; or from where on it was not, and what could stand there. */
export interface ReadRule {
  readonly rule: Pick<Rule, 'items' | 'sections' | 'when' | 'then'> | undefined;
  /** The part of the text that was not understood: offsets; undefined if all was. */
  readonly wrong: { readonly from: number; readonly to: number } | undefined;
  /** What can stand there, best first: keywords and names that begin as the text does. */
  readonly completions: readonly Expected[];
}

type Limits = Extract<Effect, { limit: unknown }>['limit'];

const MOST_COMPLETIONS = 12;

/**
 * Reads a rule as it is typed: `when bowl size is cup and it is takeaway, then hide glass noodle and up to 3 toppings`.
 * Names are those of the menu, capitals and accents aside; one that several things have is followed by an id in square
 * brackets.
 */
export function readRule(menu: Menu, text: string): ReadRule {
  const reader = new RuleReader(menu, text);
  const rule = reader.attempt(() => {
    const read = new Reading(menu, reader).rule();
    reader.expectNothing();
    return read;
  });
  if (rule) return { rule, wrong: undefined, completions: [] };
  const { at, expected } = reader.failure;
  const from = reader.tokens[at]?.from ?? text.length;
  const begun = plainText(text.slice(from).replace(/^["“[]/, ''));
  const completions = expected
    .filter((one) => plainText(one.text.replace(/^[“"[]/, '')).startsWith(begun))
    .slice(0, MOST_COMPLETIONS);
  return { rule: undefined, wrong: { from, to: text.length }, completions };
}

class Reading {
  readonly #menu: Menu;
  readonly #reader: RuleReader;

  constructor(menu: Menu, reader: RuleReader) {
    this.#menu = menu;
    this.#reader = reader;
  }

  rule(): NonNullable<ReadRule['rule']> {
    const reader = this.#reader;
    const where = reader.has('on') ? this.#where() : {};
    reader.words('when');
    const when = this.#condition();
    reader.has(',');
    reader.words('then');
    const then = [this.#effect()];
    while (!reader.isAtEnd) {
      reader.words('and');
      then.push(this.#effect());
    }
    return { ...where, when, then };
  }

  #where(): Pick<Rule, 'items' | 'sections'> {
    const reader = this.#reader;
    const names: RuleName[] = [];
    do names.push(reader.name(['items', 'sections']));
    while (reader.has(','));
    reader.words(':');
    const of = (kind: NameKind) => names.filter((name) => name.kind === kind).map(({ ref }) => ref);
    const [items, sections] = [of('items'), of('sections')];
    return { ...(items.length > 0 && { items }), ...(sections.length > 0 && { sections }) };
  }

  /** “and” and “or” are not mixed without brackets, so that nobody has to know which comes first. */
  #condition(): Condition {
    const reader = this.#reader;
    const first = this.#operand();
    for (const joiner of ['and', 'or'] as const) {
      if (!reader.has(joiner)) continue;
      const list = [first, this.#operand()];
      while (reader.has(joiner)) list.push(this.#operand());
      return joiner === 'and' ? { all: list } : { any: list };
    }
    return first;
  }

  #operand(): Condition {
    const reader = this.#reader;
    return reader.oneOf<Condition>(
      () => this.#bracketed(''),
      () => ({ all: [this.#bracketed('all of')] }),
      () => ({ any: [this.#bracketed('any of')] }),
      () => ({ not: this.#bracketed('not') }),
      () => this.#circumstance(),
      () => this.#counted(),
      () => this.#picked(),
    );
  }

  #bracketed(before: string): Condition {
    const reader = this.#reader;
    if (before !== '') reader.words(before);
    reader.words('(');
    const inner = this.#condition();
    reader.words(')');
    return inner;
  }

  #circumstance(): Condition {
    const reader = this.#reader;
    const named = (phrase: string, kind: NameKind) => {
      reader.words(phrase);
      return reader.name([kind]).ref;
    };
    const fixed = <T extends Condition>(phrase: string, condition: T) => {
      reader.words(phrase);
      return condition;
    };
    return reader.oneOf<Condition>(
      () => fixed('ordered online', { channel: 'online' }),
      () => fixed('ordered at the till', { channel: 'pos' }),
      () => fixed('it is dine-in', { service: 'dine-in' }),
      () => fixed('it is takeaway', { service: 'takeaway' }),
      () => fixed('it is delivery', { service: 'delivery' }),
      () => ({ location: named('at location', 'locations') }),
      () => ({ daypart: named('during', 'dayparts') }),
      () => ({ priceList: named('prices are', 'priceLists') }),
      () => ({ guest: named('the guest is', 'guests') }),
    );
  }

  #counted(): Condition {
    const reader = this.#reader;
    const range = this.#range();
    return reader.oneOf<Condition>(
      () => {
        reader.oneOf(
          () => (reader.words('portions'), true),
          () => (reader.words('portion'), true),
        );
        return { quantity: range };
      },
      () => {
        reader.words('of');
        return { units: { of: reader.name(['groups', 'choices']).ref, ...range } };
      },
    );
  }

  #range(): { atLeast?: number; atMost?: number } {
    const reader = this.#reader;
    const after = (phrase: string) => {
      reader.words(phrase);
      return reader.number();
    };
    return reader.oneOf<{ atLeast?: number; atMost?: number }>(
      () => ({ atLeast: after('at least') }),
      () => ({ atMost: after('at most') }),
      () => {
        const count = after('exactly');
        return { atLeast: count, atMost: count };
      },
      () => {
        const atLeast = reader.number();
        return { atLeast, atMost: after('to') };
      },
    );
  }

  #picked(): Condition {
    const reader = this.#reader;
    const group = reader.name(['groups'], ({ ref }) => this.#hasChoices(ref)).ref;
    reader.words('is');
    const isNot = reader.has('not');
    const picked = reader.name(['choices'], ({ ref }) => ref.startsWith(`${group}/`)).ref;
    return isNot ? { not: { picked } } : { picked };
  }

  #hasChoices(group: string): boolean {
    return this.#menu.groups.find(({ id }) => id === group)?.kind === 'choices';
  }

  #effect(): Effect {
    const reader = this.#reader;
    const thing = () => reader.name(['groups', 'choices']).ref;
    const lists = this.#menu.priceLists.map(({ id }) => id);
    const price = () => reader.price((text) => parsePrice(text, minorDigits(this.#menu.currency), lists));
    return reader.oneOf<Effect>(
      () => (reader.words('show'), { show: thing() }),
      () => (reader.words('hide'), { hide: thing() }),
      () => (reader.words('allow'), { limit: this.#limits() }),
      () => this.#upTo(),
      () => (reader.words('set the price to'), { setBase: price() }),
      () => (reader.words('change the price by'), { basePercent: reader.price(parsePercent) }),
      () => {
        reader.words('add');
        const addToPrice = price();
        reader.words('to the price');
        return { addToPrice };
      },
      () => {
        reader.words('price');
        const choice = reader.name(['choices']).ref;
        reader.words('at');
        return { setChoice: { choice, add: price() } };
      },
      () => (reader.words('add the code'), { appendCode: reader.quoted() }),
      () => {
        reader.words('send');
        const what = thing();
        reader.words('to');
        return { route: { what, station: reader.name(['stations']).ref } };
      },
      () => (reader.words('say'), { tell: this.#texts() }),
    );
  }

  #limits(): Limits {
    const reader = this.#reader;
    let limits: Partial<Limits> = {};
    do
      limits = reader.oneOf<Partial<Limits>>(
        () => (reader.words('at least'), { ...limits, min: reader.number() }),
        () => (reader.words('up to'), { ...limits, max: reader.number() }),
        () => (reader.words('any number'), { ...limits, max: null }),
        () => {
          const included = reader.number();
          reader.words('included');
          return { ...limits, included };
        },
      );
    while (reader.has(','));
    reader.words('from');
    const { min, max, included } = limits;
    return {
      group: reader.name(['groups']).ref,
      ...(min !== undefined && { min }),
      ...(max !== undefined && { max }),
      ...(included !== undefined && { included }),
    };
  }

  /** The short way: “up to 3 toppings”. */
  #upTo(): Effect {
    const reader = this.#reader;
    reader.words('up to');
    const max = reader.number();
    reader.has('from');
    return { limit: { group: reader.name(['groups']).ref, max } };
  }

  #texts(): Text {
    const reader = this.#reader;
    const plain = reader.attempt(() => reader.quoted());
    if (plain !== undefined) return plain;
    const texts: [string, string][] = [];
    do {
      const locale = reader.oneOf(...this.#menu.locales.map((one) => () => (reader.words(one), one)));
      texts.push([locale, reader.quoted()]);
    } while (reader.has(','));
    return Object.fromEntries(texts);
  }
}
