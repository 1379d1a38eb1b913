import type { Answers, CompiledItem, CompiledMenu, ReadBack } from '@hearty-ladle/core';
import { readBack, templateFor } from '@hearty-ladle/core/guest';
import { formatDay } from './days.ts';
import { formatMoney } from './money.ts';

/** Reads the answers of a dish, or of the order itself, back in a language: one way for every screen. */
export function answersBack(menu: CompiledMenu, item: CompiledItem, answers: Answers, locale: string): ReadBack {
  const formats = {
    money: (minor: number) => formatMoney(minor, menu.menu.currency, locale),
    date: (iso: string) => formatDay(iso, locale),
  };
  return readBack(menu, item, answers, locale, formats, templateFor(menu.menu, item.item, locale));
}
