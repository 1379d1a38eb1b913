import { compileMenu, type Reach, textIn, type Workbook } from '@hearty-ladle/core';
import { findingText, placeName } from '../../../text/findings.ts';
import { spanWords } from '../../../text/spans.ts';

/** What ticked changes do, in words. */
export interface ReachWords {
  readonly dishes: number;
  readonly priced: number;
  /** The price spans before and after of dishes that cost something else, by dish. */
  readonly pricesByDish: ReadonlyMap<string, readonly string[]>;
  readonly prices: readonly { readonly item: string; readonly name: string; readonly spans: readonly string[] }[];
  readonly findings: readonly { readonly place: string; readonly says: string }[];
}

export function reachInWords(menu: Workbook, { dishes, findings }: Reach): ReachWords {
  const compiled = compileMenu(menu);
  const [locale = ''] = menu.locales;
  const priced = dishes.filter(({ isPricedAnew }) => isPricedAnew);
  const prices = priced.map(({ item, spans }) => {
    const dish = menu.items.find(({ id }) => id === item);
    const moved = spans.filter(({ before, after }) => spanWords(menu, before) !== spanWords(menu, after));
    const words = moved.map(({ list, before, after }) => ({
      list: menu.priceLists.find(({ id }) => id === list)?.name ?? list,
      says: `${spanWords(menu, before)} → ${spanWords(menu, after)}`,
    }));
    const isSameOnAll = words.length === spans.length && words.every(({ says }) => says === words[0]?.says);
    return {
      item,
      name: dish ? textIn(dish.name, locale, locale) : item,
      spans: isSameOnAll
        ? words.slice(0, 1).map(({ says }) => says)
        : words.map(({ list, says }) => `${says}  ${list}`),
    };
  });
  return {
    ...{ dishes: dishes.length, priced: priced.length, prices },
    pricesByDish: new Map(prices.map(({ item, spans }) => [item, spans])),
    findings: findings.map((finding) => ({
      place: placeName(compiled, finding.where),
      says: findingText(compiled, finding),
    })),
  };
}
