import { type Difference, type Group, moneyText, priceText, textIn, type Workbook } from '@hearty-ladle/core';

/** What differs, the shared value and the dish's own. */
export interface DifferenceWords {
  readonly what: string;
  readonly shared: string;
  readonly here: string;
}

/** Describes a difference in words. */
export function describeDifference(
  menu: Workbook,
  group: Group,
  difference: Difference,
  digits: number,
): DifferenceWords {
  const [locale = ''] = menu.locales;
  const lists = menu.priceLists.map(({ id }) => id);
  const choice = (id: string) => {
    const found = group.kind === 'choices' ? group.choices?.find((it) => it.id === id) : undefined;
    return found ? textIn(found.name, locale, locale) : id;
  };
  const limit = (value: number | null) => (value === null ? 'no limit' : String(value));
  switch (difference.field) {
    case 'heading':
      return {
        what: 'Prompt',
        shared: textIn(difference.shared, locale, locale),
        here: textIn(difference.here, locale, locale),
      };
    case 'min':
      return { what: 'Min', shared: limit(difference.shared), here: limit(difference.here) };
    case 'max':
      return { what: 'Max', shared: limit(difference.shared), here: limit(difference.here) };
    case 'included':
      return { what: 'Included', shared: limit(difference.shared), here: limit(difference.here) };
    case 'left-out':
      return { what: choice(difference.choice), shared: 'offered', here: 'not offered here' };
    case 'default':
      return {
        what: `${choice(difference.choice)}, preselected`,
        shared: limit(difference.shared),
        here: limit(difference.here),
      };
    case 'price':
      return {
        what: choice(difference.choice),
        shared: difference.shared === undefined ? '' : priceText(difference.shared, digits, lists),
        here: priceText(difference.here, digits, lists) || moneyText(0, digits),
      };
    case 'priceList':
      return {
        what: 'Prices from',
        shared: 'the order’s list',
        here: menu.priceLists.find(({ id }) => id === difference.here)?.name ?? difference.here,
      };
  }
}
