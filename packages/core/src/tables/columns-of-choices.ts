import { moneyText, parsePercent, percentText } from '../exchange/price-text.ts';
import type { Menu } from '../menu/document.ts';
import type { Choice, ChoicePrice } from '../menu/group-schema.ts';
import { minorDigits } from '../money/currencies.ts';
import type { Price } from '../money/money.ts';
import type { CellRead } from './cell.ts';
import { INTEGER, TEXT, YES_OR_NO } from './cell-kinds.ts';
import { type Column, ownAmount, priceWith, textColumns, valueColumn } from './column.ts';
import { CHARGED } from './columns-of-groups.ts';
import { listOf, USES } from './list-cells.ts';
import { readMoney } from './number-text.ts';

/** The columns of the table `choices`. */
export function choiceColumns(menu: Menu): Column<Choice>[] {
  return [
    ...textColumns<Choice>(menu, 'Name', ['name'], { note: 'What guests read.', isRequired: true }),
    ...choicePriceColumns(menu),
    {
      header: 'Charged',
      field: 'price',
      shows: 'text',
      options: CHARGED.options ?? [],
      note: 'for each dish, or once a line; empty: for each.',
      write: ({ price }) => (price && 'charge' in price && price.charge ? (CHARGED.write(price.charge) ?? '') : ''),
      read: (choice, text) => {
        const { price } = choice;
        const isCharged = price && ('add' in price || 'percent' in price);
        if (!isCharged) return text === '' ? { value: choice } : { says: 'Only what is added is charged once.' };
        const { charge: _, ...plain } = price;
        if (text === '') return { value: { ...choice, price: plain } };
        const read = CHARGED.read(text);
        return 'says' in read || read.value === undefined
          ? { says: 'says' in read ? read.says : '' }
          : { value: { ...choice, price: { ...plain, charge: read.value } } };
      },
    },
    valueColumn('Kitchen name', ['kitchenName'], TEXT, { note: 'What tickets say; empty: the name.' }),
    valueColumn('Till name', ['tillName'], TEXT, { note: 'What tills show; empty: the name.' }),
    valueColumn('Code', ['code'], TEXT, { note: 'The article number.' }),
    valueColumn('Max', ['max'], INTEGER, { note: 'How many of it can be picked; empty: one.' }),
    valueColumn('Preselected', ['default'], INTEGER, { note: 'How many are picked at first; empty: none.' }),
    valueColumn('Exclusive', ['alone'], YES_OR_NO, { note: 'yes: it goes with no other choice of the group.' }),
    valueColumn('Station', ['station'], TEXT, { note: 'The id of another station that makes it.' }),
    valueColumn('Allergens', ['allergens'], listOf('none'), { note: 'none: stated to have none; empty: not stated.' }),
    valueColumn('Calories', ['calories'], INTEGER, { note: 'Of one portion.' }),
    valueColumn('Ingredients', ['uses'], USES, { note: 'What a portion uses: flour 120; egg 1.' }),
    valueColumn('Is the dish', ['item'], TEXT, { note: 'The id of a dish that it is: sold out with it.' }),
    valueColumn('Opens groups', ['opens'], listOf(), { note: 'Ids of groups that are asked when it is picked.' }),
    valueColumn('Picture', ['image'], TEXT, { note: 'The id of its picture.' }),
    valueColumn('Colour', ['color'], TEXT, { note: 'The colour of its button on tills.' }),
  ];
}

const NOTE =
  'What it adds: 1.50 or -10%; base 9.00 becomes the price of the dish, times 1.5 multiplies it. Empty: free.';
const IN_EDITOR = 'This price has steps or depends on another choice. Change what kind it is in the editor.';

function choicePriceColumns(menu: Menu): Column<Choice>[] {
  const digits = minorDigits(menu.currency);
  return menu.priceLists.map(({ id: list, name }, i) => ({
    header: `Price (${list})`,
    field: 'price',
    shows: 'money',
    note: `${NOTE} On the price list ${name}.`,
    write: ({ price }) => {
      if (!price) return '';
      if ('percent' in price) return i === 0 ? percentText(price.percent) : '';
      if ('times' in price) return i === 0 ? `times ${moneyText(price.times, 4).replace(/\.?0+$/, '')}` : '';
      const amount = ownAmount(menu, 'base' in price ? price.base : price.add, list);
      if (amount === undefined) return '';
      return `${'base' in price ? 'base ' : ''}${moneyText(amount, digits)}`;
    },
    read: (choice, text) => {
      const read = readPrice(menu, choice.price, list, text);
      if ('says' in read) return read;
      const { price: _, ...free } = choice;
      return { value: read.value === undefined ? free : { ...choice, price: read.value } };
    },
  }));
}

/** A choice's price with what the cell of one list says. */
function readPrice(menu: Menu, price: ChoicePrice | undefined, list: string, text: string): CellRead<ChoicePrice> {
  const [, sign = '', rest = ''] = /^(base|times|=|×|x|\*)?\s*(.*)$/is.exec(text) ?? [];
  const hasMore = price !== undefined && 'add' in price && (price.by !== undefined || price.tiers !== undefined);
  const isFirst = list === menu.priceLists[0]?.id;
  const charge = price && 'charge' in price && price.charge ? { charge: price.charge } : {};
  const percent = parsePercent(rest.replace(',', '.'));
  if (text === '') {
    if (hasMore && isFirst) return { says: IN_EDITOR };
    if (!price || (!isFirst && !('add' in price || 'base' in price))) return { value: price };
    if ('percent' in price || 'times' in price) return { value: undefined };
  } else if (/^(times|×|x|\*)$/i.test(sign) || (sign === '' && percent !== undefined)) {
    if (hasMore) return { says: IN_EDITOR };
    if (!isFirst)
      return { says: 'What multiplies a price, or adds a percentage, is the same on all lists: put it in the first.' };
    if (sign === '') return { value: { percent: percent ?? 0, ...charge } };
    const factor = readMoney(rest, 4);
    return 'says' in factor || factor.value === undefined
      ? { says: `“${text}” is not a factor, as in “times 1.5”.` }
      : { value: { times: factor.value } };
  }
  const amount = text === '' ? { value: undefined } : readMoney(rest, minorDigits(menu.currency));
  if ('says' in amount) return amount;
  const isBase = text === '' ? price !== undefined && 'base' in price : sign !== '';
  if (isBase && hasMore) return { says: IN_EDITOR };
  if (!isBase && isFirst && price && 'percent' in price)
    return {
      says: 'It is a percentage: write it with %, as text. To charge an amount, clear the cell and save first.',
    };
  const old = priceOf(price, isBase);
  const next = priceWith(menu, old, list, amount.value);
  if (typeof next === 'object' && 'says' in next) return { says: String(next.says) };
  if (next === undefined) return { value: undefined };
  if (isBase) return { value: { base: next } };
  return { value: { ...(price && 'add' in price ? price : charge), add: next } };
}

function priceOf(price: ChoicePrice | undefined, isBase: boolean): Price | undefined {
  if (!price) return undefined;
  if (isBase) return 'base' in price ? price.base : undefined;
  return 'add' in price ? price.add : undefined;
}
