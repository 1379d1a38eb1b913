import {
  type CompiledMenu,
  type Context,
  isClosed,
  isListed,
  type Item,
  plainText,
  preselectedLine,
  quoteLine,
  textIn,
} from '@hearty-ladle/core';
import { clock } from '../../../clock.ts';
import { linePrice, type ShownPrice } from '../../../text/line-price.ts';
import { problemMessage } from '../../../text/problems.ts';

/** A key of the till. `closed`: why the dish can't be ordered now. */
export interface TillDish extends ShownPrice {
  readonly id: string;
  readonly name: string;
  readonly closed: string | undefined;
  /** How many portions are left, if it is counted and they are few. */
  readonly left: number | undefined;
}

/** Which dishes are looked for, and where and how they are ordered. */
export interface TillQuery {
  readonly section: string;
  readonly typed: string;
  readonly here: Context;
  readonly left: Readonly<Record<string, number>>;
  readonly locale: string;
}

/** The dishes to tap: those whose names contain what was typed, else those of a section. */
export function dishesFor(menu: CompiledMenu, { section, typed, here, left, locale }: TillQuery): TillDish[] {
  const wanted = plainText(typed);
  return menu.menu.items
    .filter((item) => isListed(item, 'pos', here.location))
    .filter((item) => (wanted ? wordsOf(item).includes(wanted) : item.sections?.includes(section)))
    .map((item) => ({ ...dishOf(menu, item, here, locale), left: fewOf(left[item.id]) }));
}

function dishOf(menu: CompiledMenu, item: Item, here: Context, locale: string): Omit<TillDish, 'left'> {
  const line = { ...preselectedLine(menu, item.id), ...here, channel: 'pos' } as const;
  const { problems, price } = quoteLine(menu.menu, line, clock);
  const closed = problems.find(isClosed);
  return {
    id: item.id,
    name: item.tillName ?? textIn(item.name, locale, menu.firstLocale),
    ...linePrice(menu, line, price, locale),
    closed: closed && problemMessage(menu, closed, locale, { item: item.id }),
  };
}

function wordsOf(item: Item): string {
  const names = typeof item.name === 'string' ? [item.name] : Object.values(item.name);
  return plainText([...names, item.tillName ?? '', item.code ?? ''].join(' '));
}

/** A number that says something to whoever sells; “328 left” is only noise. */
const FEW = 25;
function fewOf(left: number | undefined): number | undefined {
  return left !== undefined && left <= FEW ? left : undefined;
}
