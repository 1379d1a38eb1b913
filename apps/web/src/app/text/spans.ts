import type { DishReach, Workbook } from '@hearty-ladle/core';
import { formatMoney } from './money.ts';

/** What a dish can cost, from the cheapest to the dearest: “€7.80 – €12.40”. */
export function spanWords(
  { currency, locales: [locale = 'en'] }: Workbook,
  span: DishReach['spans'][number]['before'] | undefined,
): string {
  if (!span) return 'can’t be ordered';
  const money = (minor: number) => formatMoney(minor, currency, locale || 'en');
  return span.min === span.max ? money(span.min) : `${money(span.min)} – ${money(span.max)}`;
}
