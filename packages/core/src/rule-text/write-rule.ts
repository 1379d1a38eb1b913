import equal from 'fast-deep-equal';
import type { Condition } from '../menu/condition-schema.ts';
import type { Effect, Menu, Rule, Text } from '../menu/document.ts';
import { minorDigits } from '../money/currencies.ts';
import { percentText, priceText } from '../exchange/price-text.ts';
import type { Price } from '../money/money.ts';
import { type NameKind, type RuleName, ruleNames, writtenName } from './rule-names.ts';
import { readRule } from './read-rule.ts';

/** A piece of a rule's sentence; names of the menu are set apart. */
export interface SentencePart {
  readonly text: string;
  readonly isName: boolean;
}

type RuleBody = Pick<Rule, 'items' | 'sections' | 'when' | 'then'>;

/**
 * A rule as a sentence that can be typed: reading it gives the same rule. Names get their ids where they would be
 * understood otherwise.
 */
export function writeRule(menu: Menu, rule: RuleBody): string {
  const plain = textOf(new Writer(menu, 'typed').rule(rule));
  const read = readRule(menu, plain);
  const isSame = equal(read.rule, bodyOf(rule));
  return isSame ? plain : textOf(new Writer(menu, 'ids').rule(rule));
}

/** A rule as a sentence to be read: names as they are, even if others are called the same. */
export function ruleSentence(menu: Menu, rule: RuleBody): SentencePart[] {
  return new Writer(menu, 'read').rule(rule);
}

/** How names are written: to be read, to be typed, or with their ids. */
type NameStyle = 'read' | 'typed' | 'ids';

function bodyOf({ items, sections, when, then }: RuleBody): RuleBody {
  return { ...(items && { items }), ...(sections && { sections }), when, then };
}

function textOf(parts: readonly SentencePart[]): string {
  return parts.map(({ text }) => text).join('');
}

const SERVICES = { 'dine-in': 'it is dine-in', takeaway: 'it is takeaway', delivery: 'it is delivery' } as const;
const CHANNELS = { online: 'ordered online', pos: 'ordered at the till' } as const;

class Writer {
  readonly #menu: Menu;
  readonly #style: NameStyle;

  constructor(menu: Menu, style: NameStyle) {
    this.#menu = menu;
    this.#style = style;
  }

  rule({ items, sections, when, then }: RuleBody): SentencePart[] {
    const where = [
      ...(items ?? []).map((id) => [this.#name(['items', 'sections'], 'items', id)]),
      ...(sections ?? []).map((id) => [this.#name(['items', 'sections'], 'sections', id)]),
    ];
    return [
      ...(where.length > 0 ? [words('on '), ...joined(where, ', '), words(': ')] : []),
      words('when '),
      ...this.#condition(when),
      words(', then '),
      ...joined(
        then.map((effect) => this.#effect(effect)),
        ' and ',
      ),
    ];
  }

  #condition(condition: Condition): SentencePart[] {
    if ('all' in condition) return this.#list(condition.all, 'and', 'all of');
    if ('any' in condition) return this.#list(condition.any, 'or', 'any of');
    if ('not' in condition) {
      const { not } = condition;
      if ('picked' in not) return this.#picked(not.picked, ' is not ');
      return [words('not ('), ...this.#condition(not), words(')')];
    }
    if ('picked' in condition) return this.#picked(condition.picked, ' is ');
    if ('units' in condition) {
      const { of, ...range } = condition.units;
      return [words(`${rangeText(range)} of `), this.#thing(of)];
    }
    if ('quantity' in condition) return [words(`${rangeText(condition.quantity)} portions`)];
    if ('channel' in condition) return [words(CHANNELS[condition.channel])];
    if ('service' in condition) return [words(SERVICES[condition.service])];
    if ('location' in condition) return [words('at location '), this.#only('locations', condition.location)];
    if ('daypart' in condition) return [words('during '), this.#only('dayparts', condition.daypart)];
    if ('priceList' in condition) return [words('prices are '), this.#only('priceLists', condition.priceList)];
    return [words('the guest is '), this.#only('guests', condition.guest)];
  }

  /** Several conditions joined; one inside another, or one alone, stands in brackets. */
  #list(list: readonly Condition[], joiner: 'and' | 'or', alone: string): SentencePart[] {
    const parts = list.map((one) =>
      'all' in one || 'any' in one ? [words('('), ...this.#condition(one), words(')')] : this.#condition(one),
    );
    return list.length === 1
      ? [words(`${alone} (`), ...this.#condition(list[0] as Condition), words(')')]
      : joined(parts, ` ${joiner} `);
  }

  #picked(path: string, is: string): SentencePart[] {
    const [group = '', choice = ''] = path.split('/');
    return [this.#only('groups', group), words(is), this.#choiceOf(group, choice)];
  }

  #effect(effect: Effect): SentencePart[] {
    if ('show' in effect) return [words('show '), this.#thing(effect.show)];
    if ('hide' in effect) return [words('hide '), this.#thing(effect.hide)];
    if ('limit' in effect) {
      const { group, min, max, included } = effect.limit;
      const limits = [
        ...(min === undefined ? [] : [`at least ${min}`]),
        ...(max === undefined ? [] : [max === null ? 'any number' : `up to ${max}`]),
        ...(included === undefined ? [] : [`${included} included`]),
      ];
      return [words(`allow ${limits.join(', ')} from `), this.#only('groups', group)];
    }
    if ('setBase' in effect) return [words(`set the price to ${this.#price(effect.setBase)}`)];
    if ('basePercent' in effect) return [words(`change the price by ${percentText(effect.basePercent)}`)];
    if ('addToPrice' in effect) return [words(`add ${this.#price(effect.addToPrice)} to the price`)];
    if ('setChoice' in effect)
      return [
        words('price '),
        this.#only('choices', effect.setChoice.choice),
        words(` at ${this.#price(effect.setChoice.add)}`),
      ];
    if ('appendCode' in effect) return [words(`add the code ${quoted(effect.appendCode)}`)];
    if ('route' in effect)
      return [
        words('send '),
        this.#thing(effect.route.what),
        words(' to '),
        this.#only('stations', effect.route.station),
      ];
    return [words(`say ${this.#texts(effect.tell)}`)];
  }

  #texts(text: Text): string {
    if (typeof text === 'string') return quoted(text);
    return Object.entries(text)
      .map(([locale, own]) => `${locale} ${quoted(own)}`)
      .join(', ');
  }

  #price(price: Price): string {
    const lists = this.#menu.priceLists.map(({ id }) => id);
    return priceText(price, minorDigits(this.#menu.currency), lists);
  }

  #thing(path: string): SentencePart {
    return path.includes('/')
      ? this.#name(['groups', 'choices'], 'choices', path)
      : this.#name(['groups', 'choices'], 'groups', path);
  }

  #only(kind: NameKind, ref: string): SentencePart {
    return this.#name([kind], kind, ref);
  }

  #choiceOf(group: string, choice: string): SentencePart {
    const own = ruleNames(this.#menu).choices.filter(({ ref }) => ref.startsWith(`${group}/`));
    return this.#written(own, 'choices', `${group}/${choice}`);
  }

  #name(kinds: readonly NameKind[], kind: NameKind, ref: string): SentencePart {
    return this.#written(
      kinds.flatMap((one) => ruleNames(this.#menu)[one]),
      kind,
      ref,
    );
  }

  #written(candidates: readonly RuleName[], kind: NameKind, ref: string): SentencePart {
    const found = candidates.find((one) => one.kind === kind && one.ref === ref);
    if (!found) return { text: `[${ref}]`, isName: true };
    const text = this.#style === 'read' ? found.name : writtenName(found, candidates, this.#style === 'ids');
    return { text, isName: true };
  }
}

function words(text: string): SentencePart {
  return { text, isName: false };
}

function joined(parts: readonly (readonly SentencePart[])[], joiner: string): SentencePart[] {
  return parts.flatMap((part, i) => (i === 0 ? part : [words(joiner), ...part]));
}

function rangeText({ atLeast, atMost }: { readonly atLeast?: number; readonly atMost?: number }): string {
  if (atLeast !== undefined && atMost !== undefined)
    return atLeast === atMost ? `exactly ${atLeast}` : `${atLeast} to ${atMost}`;
  return atMost === undefined ? `at least ${atLeast ?? 0}` : `at most ${atMost}`;
}

function quoted(text: string): string {
  return text.includes('”') ? `"${text.replaceAll('"', '')}"` : `“${text}”`;
}
