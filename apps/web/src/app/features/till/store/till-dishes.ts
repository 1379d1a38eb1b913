import {
  type CompiledMenu,
  type Item,
  plainText,
  preselectedLine,
  quoteLine,
  type Service,
  textIn,
} from '@hearty-ladle/core';
import { clock } from '../../../clock.ts';
import { linePrice, type ShownPrice } from '../../../text/line-price.ts';
import { problemMessage } from '../../../text/problems.ts';

/** Problems that make a dish unavailable whatever is picked. */
const CLOSED = new Set(['item-sold-out', 'not-served-now', 'item-not-on-channel', 'item-not-at-location']);

/** A key of the till. `closed`: why the dish can't be ordered now. */
export interface TillDish extends ShownPrice {
  readonly id: string;
  readonly name: string;
  readonly closed: string | undefined;
}

/** The dishes to tap: those whose names contain what was typed, else those of a section. */
export function dishesFor(
  menu: CompiledMenu,
  { section, typed, service, locale }: { section: string; typed: string; service: Service; locale: string },
): TillDish[] {
  const wanted = plainText(typed);
  return menu.menu.items
    .filter((item) => item.channels?.includes('pos') ?? true)
    .filter((item) => (wanted ? wordsOf(item).includes(wanted) : item.sections?.includes(section)))
    .map((item) => dishOf(menu, item, service, locale));
}

function dishOf(menu: CompiledMenu, item: Item, service: Service, locale: string): TillDish {
  const line = { ...preselectedLine(menu, item.id), channel: 'pos', service } as const;
  const { problems, price } = quoteLine(menu.menu, line, clock);
  const closed = problems.find(({ code }) => CLOSED.has(code));
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
