import type { BeforeSale, CompiledMenu, Line, PricesAhead, PriceSum } from '@hearty-ladle/core';
import { beforeSale, compileMenu, pricesAhead, withoutSale } from '@hearty-ladle/core/guest';
import { clock } from '../clock.ts';
import { formatMoney } from './money.ts';

/** A line's price as it is shown; `usual` without the sale that is on, empty if there is none. */
export interface ShownPrice {
  readonly price: string;
  readonly usual: string;
  /** The last day of the sale. */
  readonly until: string;
}

/** The price of a line, from–to while a question that decides it is open. `ahead`: what it can become. */
export function linePrice(
  menu: CompiledMenu,
  line: Line,
  price: PriceSum,
  locale: string,
  ahead: PricesAhead = pricesAhead(menu, line, clock),
): ShownPrice {
  const sale = beforeSale(menu.menu, line, price, clock);
  const usual = sale && pricesAhead(compileMenu(withoutSale(menu.menu, line.item)), line, clock);
  return {
    price: fromTo(menu, price.line, ahead, locale),
    usual: sale && usual ? fromTo(menu, sale.line, usual, locale) : '',
    until: sale?.until ?? '',
  };
}

/** The price of an answered line with what it would be without its sale. */
export function salePrice(
  menu: CompiledMenu,
  line: Line,
  price: PriceSum | undefined,
  locale: string,
): Pick<ShownPrice, 'usual' | 'until'> {
  const sale: BeforeSale | undefined = price && beforeSale(menu.menu, line, price, clock);
  return { usual: sale ? formatMoney(sale.line, menu.menu.currency, locale) : '', until: sale?.until ?? '' };
}

function fromTo({ menu }: CompiledMenu, exact: number, { line }: PricesAhead, locale: string): string {
  const money = (minor: number) => formatMoney(minor, menu.currency, locale);
  if (!line) return money(exact);
  return line.min === line.max ? money(line.min) : `${money(line.min)} – ${money(line.max)}`;
}
