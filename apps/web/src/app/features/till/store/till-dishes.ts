import { type CompiledMenu, type Item, plainText, quoteLine, type Service, textIn } from '@hearty-ladle/core';
import { clock } from '../../../clock.ts';
import { formatMoney, listPrice } from '../../../text/money.ts';
import { problemMessage } from '../../../text/problems.ts';

/** Problems that make a dish unavailable whatever is picked. */
const CLOSED = new Set(['item-sold-out', 'not-served-now', 'item-not-on-channel', 'item-not-at-location']);

/** A key of the till. `closed`: why the dish can't be ordered now. */
export interface TillDish {
  readonly id: string;
  readonly name: string;
  readonly price: string;
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
  const { problems } = quoteLine(menu.menu, { item: item.id, channel: 'pos', service }, clock);
  const closed = problems.find(({ code }) => CLOSED.has(code));
  const compiled = menu.item(item.id);
  return {
    id: item.id,
    name: item.tillName ?? textIn(item.name, locale, menu.firstLocale),
    price: compiled ? formatMoney(listPrice(menu, compiled, menu.firstList), menu.menu.currency, locale) : '',
    closed: closed && problemMessage(menu, closed, locale, { item: item.id }),
  };
}

function wordsOf(item: Item): string {
  const names = typeof item.name === 'string' ? [item.name] : Object.values(item.name);
  return plainText([...names, item.tillName ?? '', item.code ?? ''].join(' '));
}
