import { moneyText } from '../exchange/price-text.ts';
import type { Cell, Ingredient, Menu } from '../menu/document.ts';
import type { Attachment } from '../menu/group-schema.ts';
import { minorDigits } from '../money/currencies.ts';
import type { Price } from '../money/money.ts';
import type { Count } from '../pantry/pantry.ts';
import type { CellKind } from './cell.ts';
import { INTEGER, LIMIT, moneyKind, QUANTITY, TEXT, YES_OR_NO } from './cell-kinds.ts';
import { type Column, ownAmount, priceColumns, priceWith, textColumns, valueColumn, withValue } from './column.ts';
import { JOIN, listOf, pairsOf } from './list-cells.ts';
import { readInteger, readMoney } from './number-text.ts';

/** The columns of the table `questions`: how a group is asked of one dish, where that differs from the group. */
export function questionColumns(menu: Menu): Column<Attachment>[] {
  return [
    ...textColumns<Attachment>(menu, 'Prompt', ['heading'], { note: 'Empty: as the group asks.' }),
    valueColumn('Min', ['min'], INTEGER, { note: 'Empty: as in the group.' }),
    valueColumn('Max', ['max'], LIMIT, { note: 'Empty: as in the group.' }),
    valueColumn('Included', ['included'], INTEGER, { note: 'Empty: as in the group.' }),
    valueColumn('Only', ['only'], listOf('no choice'), { note: 'Ids of the choices on offer; empty: all.' }),
    valueColumn('Preselected', ['defaults'], DEFAULTS, { note: 'Choices and how many: egg 1; leek 2.' }),
    ...priceMapColumns(menu),
    valueColumn('Price list', ['priceList'], TEXT, { note: 'The id of a list whose prices hold here.' }),
  ];
}

const DEFAULTS: CellKind<Readonly<Record<string, number>>> = {
  shows: 'text',
  write: (defaults) =>
    Object.entries(defaults)
      .map((pair) => pair.join(' '))
      .join(JOIN),
  read: (text) => {
    const read = pairsOf(text, readInteger, 'a choice and how many, as in “egg 1”');
    return 'says' in read ? read : { value: Object.fromEntries(read.value ?? []) };
  },
};

/** The prices that choices have here, one column per list: `egg 1.50; leek 0.80`. */
function priceMapColumns(menu: Menu): Column<Attachment>[] {
  const digits = minorDigits(menu.currency);
  return menu.priceLists.map(({ id: list, name }, i) => ({
    header: `Prices (${list})`,
    field: 'prices',
    shows: 'text',
    note: `What choices cost here: egg 1.50; leek 0.80. On the price list ${name}.`,
    write: ({ prices = {} }) =>
      Object.entries(prices)
        .flatMap(([choice, price]) => {
          const amount = ownAmount(menu, price, list);
          return amount === undefined ? [] : [`${choice} ${moneyText(amount, digits)}`];
        })
        .join(JOIN),
    read: (attachment, text) => {
      const read = pairsOf(text, (cell) => readMoney(cell, digits), 'a choice and its price, as in “egg 1.50”');
      if ('says' in read) return read;
      const amounts = new Map(read.value);
      const old = attachment.prices ?? {};
      const prices: Record<string, Price> = {};
      for (const choice of new Set([...Object.keys(old), ...amounts.keys()])) {
        // A choice that is not on the first list has no price here at all.
        if (i === 0 && !amounts.has(choice)) continue;
        const price = priceWith(menu, old[choice], list, amounts.get(choice));
        if (typeof price === 'object' && 'says' in price) return { says: String(price.says) };
        if (price !== undefined) prices[choice] = price;
      }
      return { value: withValue(attachment, ['prices'], Object.keys(prices).length > 0 ? prices : undefined) };
    },
  }));
}

/** The columns of the table `variants`: what a combination of choices has of its own. */
export function variantColumns(menu: Menu): Column<Cell>[] {
  return [
    ...priceColumns<Cell>(menu, 'Price', ['price'], { note: 'What the dish costs so; empty: as it is worked out.' }),
    valueColumn('Code', ['code'], TEXT, { note: 'The article number.' }),
    valueColumn('Sold', ['sold'], YES_OR_NO, { note: 'no: this combination is not sold.' }),
    valueColumn('Picture', ['image'], TEXT, { note: 'The id of its picture.' }),
  ];
}

/** The columns of the table `ingredients`. */
export function ingredientColumns(menu: Menu): Column<Ingredient>[] {
  return [
    valueColumn('Name', ['name'], TEXT, { note: 'What the house calls it.', isRequired: true }),
    valueColumn('Unit', ['unit'], TEXT, { note: 'What it is counted in: g, each, l.', isRequired: true }),
    valueColumn('Allergens', ['allergens'], listOf('none'), { note: 'none: stated to have none; empty: not stated.' }),
    valueColumn('Cost', ['cost', 'amount'], moneyKind(minorDigits(menu.currency)), { note: 'What it costs to buy.' }),
    valueColumn('Cost per', ['cost', 'per'], QUANTITY, { note: 'For so much of its unit.' }),
  ];
}

/** The columns of the table `counts`, beside what is counted and where. */
export function countColumns(): Column<Count>[] {
  return [
    valueColumn('On hand', ['onHand'], QUANTITY, { note: 'How much was found when it was counted.', isRequired: true }),
    valueColumn('Low at', ['low'], QUANTITY, { note: 'From here on it runs short.' }),
  ];
}
