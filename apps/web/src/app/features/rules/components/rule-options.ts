import { type Condition, type Effect, textIn, type Workbook } from '@hearty-ladle/core';
import { namedOptions, type Option } from '../../../ui/fields/option.ts';

/** Everything that the words of a rule can be chosen from. */
export class RuleOptions {
  readonly #menu: Workbook;
  readonly groups: readonly Option[];
  /** Choices as `group/choice`, with their group. */
  readonly choices: readonly Option[];
  /** Groups and choices. */
  readonly things: readonly Option[];

  constructor(menu: Workbook) {
    const [first = ''] = menu.locales;
    this.#menu = menu;
    this.groups = namedOptions(menu.groups);
    this.choices = menu.groups.flatMap((group) =>
      group.kind === 'choices'
        ? (group.choices ?? []).map(({ id, name }) => ({
            value: `${group.id}/${id}`,
            label: `${textIn(name, first, first)} (${group.name})`,
          }))
        : [],
    );
    this.things = [...this.groups, ...this.choices];
  }

  choicesOf(group: string): Option[] {
    const [first = ''] = this.#menu.locales;
    const found = this.#menu.groups.find(({ id }) => id === group);
    return found?.kind === 'choices'
      ? (found.choices ?? []).map(({ id, name }) => ({ value: `${group}/${id}`, label: textIn(name, first, first) }))
      : [];
  }

  /** The name of a group or choice. */
  nameOf(path: string): string {
    return this.things.find(({ value }) => value === path)?.label ?? path;
  }

  get choiceGroups(): Option[] {
    return this.groups.filter(({ value }) => this.choicesOf(value).length > 0);
  }

  /** The objects of one kind, as options. */
  of(kind: 'stations' | 'locations' | 'dayparts' | 'priceLists' | 'guests'): Option[] {
    return namedOptions(this.#menu[kind] ?? []);
  }

  /** A condition of a kind to start from; undefined if the menu has nothing that it could speak of. */
  newCondition(kind: ConditionKind): Condition | undefined {
    const choice = this.choices[0]?.value;
    const first = (of: 'locations' | 'dayparts' | 'priceLists' | 'guests') => this.of(of)[0]?.value;
    const named = (value: string | undefined, make: (value: string) => Condition) =>
      value === undefined ? undefined : make(value);
    switch (kind) {
      case 'picked':
        return named(choice, (picked) => ({ picked }));
      case 'units':
        return named(choice, (of) => ({ units: { of, atLeast: 2 } }));
      case 'quantity':
        return { quantity: { atLeast: 2 } };
      case 'channel':
        return { channel: 'online' };
      case 'service':
        return { service: 'takeaway' };
      case 'location':
        return named(first('locations'), (location) => ({ location }));
      case 'daypart':
        return named(first('dayparts'), (daypart) => ({ daypart }));
      case 'priceList':
        return named(first('priceLists'), (priceList) => ({ priceList }));
      case 'guest':
        return named(first('guests'), (guest) => ({ guest }));
    }
  }

  /** An effect of a kind to start from. */
  newEffect(kind: EffectKind): Effect | undefined {
    const choice = this.choices[0]?.value ?? '';
    const group = this.choiceGroups[0]?.value ?? '';
    if (choice === '' && NEEDS_CHOICE.has(kind)) return undefined;
    switch (kind) {
      case 'show':
        return { show: choice };
      case 'hide':
        return { hide: choice };
      case 'limit':
        return { limit: { group, max: 3 } };
      case 'setBase':
        return { setBase: 1000 };
      case 'basePercent':
        return { basePercent: -1000 };
      case 'addToPrice':
        return { addToPrice: 100 };
      case 'setChoice':
        return { setChoice: { choice, add: 0 } };
      case 'appendCode':
        return { appendCode: 'X' };
      case 'route':
        return { route: { what: choice, station: this.of('stations')[0]?.value ?? '' } };
      case 'tell':
        return { tell: 'A word for the guest' };
    }
  }
}

const NEEDS_CHOICE = new Set<EffectKind>(['show', 'hide', 'limit', 'setChoice', 'route']);

export type ConditionKind =
  'picked' | 'units' | 'quantity' | 'channel' | 'service' | 'location' | 'daypart' | 'priceList' | 'guest';
export type EffectKind =
  'show' | 'hide' | 'limit' | 'setBase' | 'basePercent' | 'addToPrice' | 'setChoice' | 'appendCode' | 'route' | 'tell';

export const CONDITION_KINDS: readonly Option<ConditionKind>[] = [
  { value: 'picked', label: 'the answer to' },
  { value: 'units', label: 'how many are picked' },
  { value: 'quantity', label: 'portions' },
  { value: 'channel', label: 'where it is ordered' },
  { value: 'service', label: 'dine in, takeaway …' },
  { value: 'daypart', label: 'time of day' },
  { value: 'location', label: 'location' },
  { value: 'priceList', label: 'price list' },
  { value: 'guest', label: 'kind of guest' },
];

export const EFFECT_KINDS: readonly Option<EffectKind>[] = [
  { value: 'show', label: 'show' },
  { value: 'hide', label: 'hide' },
  { value: 'limit', label: 'allow' },
  { value: 'addToPrice', label: 'add to the price' },
  { value: 'setBase', label: 'set the price to' },
  { value: 'basePercent', label: 'change the price by' },
  { value: 'setChoice', label: 'price of a choice' },
  { value: 'route', label: 'send to a station' },
  { value: 'tell', label: 'say' },
  { value: 'appendCode', label: 'add the code' },
];

/** The kind of a condition that is no list. */
export function conditionKind(condition: Condition): ConditionKind | undefined {
  return CONDITION_KINDS.find(({ value }) => value in condition)?.value;
}

export function effectKind(effect: Effect): EffectKind {
  return EFFECT_KINDS.find(({ value }) => value in effect)?.value ?? 'show';
}
