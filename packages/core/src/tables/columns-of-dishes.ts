import type { Item, Menu } from '../menu/document.ts';
import { minorDigits } from '../money/currencies.ts';
import { parsePrice, priceText } from '../exchange/price-text.ts';
import type { CellKind } from './cell.ts';
import { DAY, INTEGER, oneOf, TEXT } from './cell-kinds.ts';
import { type Column, priceColumns, textColumns, valueColumn } from './column.ts';
import { elementsOf, JOIN, listOf, USES } from './list-cells.ts';

/** The columns of the table `items`. */
export function dishColumns(menu: Menu): Column<Item>[] {
  return [
    ...textColumns<Item>(menu, 'Name', ['name'], { note: 'What guests read.', isRequired: true }),
    ...priceColumns<Item>(menu, 'Price', ['price'], { note: 'Empty: as on the first list.', isRequired: true }),
    valueColumn('Sections', ['sections'], listOf(), { note: 'Ids of sections; the first is where it is listed.' }),
    ...textColumns<Item>(menu, 'Description', ['description'], { note: 'What guests read below the name.' }),
    valueColumn('Kitchen name', ['kitchenName'], TEXT, { note: 'What tickets say; empty: the name.' }),
    valueColumn('Till name', ['tillName'], TEXT, { note: 'What tills show; empty: the name.' }),
    valueColumn('Code', ['code'], TEXT, { note: 'The article number.' }),
    valueColumn('Tags', ['tags'], listOf(), { note: 'Words to find and group dishes by.' }),
    valueColumn('Station', ['station'], TEXT, { note: 'The id of the station that makes it.' }),
    valueColumn('Channels', ['channels'], channels, { note: 'online, pos; empty: both; nowhere: none of them.' }),
    valueColumn('Locations', ['locations'], listOf(), { note: 'Ids of locations that sell it; empty: all.' }),
    valueColumn('Times of day', ['dayparts'], listOf('at no time'), { note: 'Ids of times of day; empty: always.' }),
    valueColumn('Allergens', ['allergens'], listOf('none'), { note: 'none: stated to have none; empty: not stated.' }),
    valueColumn('Calories', ['calories'], INTEGER, { note: 'Of one portion, without choices.' }),
    valueColumn('Ingredients', ['uses'], USES, { note: 'What a portion uses: flour 120; egg 1.' }),
    ...priceColumns<Item>(menu, 'Sale price', ['sale', 'price'], { note: 'The price during a sale.' }),
    valueColumn('Sale from', ['sale', 'from'], DAY, { note: 'The first day of the sale.' }),
    valueColumn('Sale until', ['sale', 'until'], DAY, { note: 'The last day of the sale.' }),
    valueColumn('Prices from a quantity', ['quantityPrices'], quantityPrices(menu), {
      note: 'From so many, each costs this: 3: 4.50; 6: 4.00. Several lists: 3: 4.50 / 4.80.',
    }),
    valueColumn('Picture', ['image'], TEXT, { note: 'The id of its picture.' }),
    {
      header: 'Combinations of',
      field: 'variants',
      shows: 'text',
      note: 'Ids of the groups whose combinations have prices or codes of their own.',
      write: (item) => (item.variants ? listOf().write(item.variants.by) : ''),
      read: (item, text) => {
        const { variants, ...rest } = item;
        if (text !== '')
          return { value: { ...rest, variants: { cells: variants?.cells ?? [], by: elementsOf(text) } } };
        return variants && variants.cells.length > 0
          ? { says: 'It has combinations; take them away in the editor.' }
          : { value: rest };
      },
    },
  ];
}

const channels: CellKind<NonNullable<Item['channels']>> = {
  shows: 'text',
  write: listOf('nowhere').write,
  read: (text) => {
    if (text.toLowerCase() === 'nowhere') return { value: [] };
    const found: NonNullable<Item['channels']> = [];
    for (const element of elementsOf(text)) {
      const read = oneOf({ online: 'online', pos: 'pos' }).read(element);
      if ('says' in read) return read;
      if (read.value) found.push(read.value);
    }
    return { value: found };
  },
};

function quantityPrices({ currency, priceLists }: Menu): CellKind<NonNullable<Item['quantityPrices']>> {
  const digits = minorDigits(currency);
  const lists = priceLists.map(({ id }) => id);
  return {
    shows: 'text',
    write: (steps) => steps.map(({ from, price }) => `${from}: ${priceText(price, digits, lists)}`).join(JOIN),
    read: (text) => {
      const steps: NonNullable<Item['quantityPrices']> = [];
      for (const element of elementsOf(text)) {
        const [, from, rest = ''] = /^(\d+)\s*:\s*(.+)$/.exec(element) ?? [];
        const price = from === undefined ? undefined : parsePrice(rest, digits, lists);
        if (price === undefined) return { says: `“${element}” is not a quantity and a price, as in “3: 4.50”.` };
        steps.push({ from: Number(from), price });
      }
      return { value: steps };
    },
  };
}
