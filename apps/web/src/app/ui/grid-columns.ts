import { type Choice, choicePriceText, parseChoicePrice, type Text, textIn, withTextIn } from '@hearty-ladle/core';
import type { Field, GridColumn, GridWords } from './grid-column.ts';
import { LIST_COLUMNS } from './grid-list-columns.ts';
import { withField } from './with-field.ts';

const plain = (
  field: 'kitchenName' | 'tillName' | 'code',
  title: string,
  width: string,
  usual: boolean,
): GridColumn => ({
  field,
  title,
  width,
  usual,
  isNumber: false,
  placeholder: '',
  hint: '',
  read: (choice) => choice[field] ?? '',
  write: (choice, text) => withField(choice, field, text.trim() === '' ? undefined : text),
});

const count = (
  field: 'max' | 'default' | 'calories',
  title: string,
  usual: boolean,
  placeholder: string,
  hint: string,
  isSound: (count: number, choice: Choice) => boolean,
): GridColumn => ({
  field,
  title,
  width: field === 'default' ? '74px' : '45px',
  usual,
  isNumber: true,
  placeholder,
  hint,
  read: (choice) => String(choice[field] ?? ''),
  write: (choice, text) => {
    const trimmed = text.trim();
    if (trimmed === '') return withField(choice, field, undefined);
    return /^\d{1,5}$/.test(trimmed) && isSound(Number(trimmed), choice)
      ? withField(choice, field, Number(trimmed))
      : undefined;
  },
});

export const GRID_COLUMNS: readonly GridColumn[] = [
  {
    field: 'name',
    title: 'Guest name',
    width: 'minmax(126px, 1.8fr)',
    usual: true,
    isNumber: false,
    placeholder: 'Name',
    hint: 'A choice needs a name; the last one is kept.',
    read: (choice, words) => textIn(choice.name, words.locale, words.firstLocale),
    write: (choice, text, words) => {
      const isNamed = words.locale !== words.firstLocale && hasName(choice, words.firstLocale);
      if (text.trim() === '' && !isNamed) return undefined;
      // A new row written in another language takes the same name in the first one until it is translated.
      const before = hasName(choice, words.firstLocale) ? choice.name : text;
      return { ...choice, name: withTextIn(before, text, words.locale, words.firstLocale) as Text };
    },
  },
  plain('kitchenName', 'Kitchen name', 'minmax(60px, 0.8fr)', true),
  plain('tillName', 'Till name', 'minmax(84px, 0.9fr)', false),
  {
    field: 'price',
    title: 'Price',
    width: 'minmax(102px, 0.8fr)',
    usual: true,
    isNumber: true,
    placeholder: 'free',
    hint:
      'Write what it adds, such as 1.75, -0.50 or -10%; “= 8.90” becomes the price, “× 1.5” multiplies it, ' +
      '“2 once” is charged once; one price for each list is written 1.80 / 2.20.',
    read: (choice, words) => choicePriceText(choice.price, words.digits, words.lists),
    write: (choice, text, words) => {
      const price = parseChoicePrice(text, words.digits, words.lists);
      if (price === undefined) return undefined;
      // The rest of an added price (by another choice, by quantity) stays when only the amount is typed.
      const merged =
        price && 'add' in price && choice.price && 'add' in choice.price
          ? { ...withField(choice.price, 'charge', undefined), ...price }
          : price;
      return withField(choice, 'price', merged ?? undefined);
    },
    mark: ({ price }, { menu }) => {
      if (!price || !('add' in price)) return undefined;
      const by = price.by && menu.groups.find(({ id }) => id === price.by?.group)?.name;
      return by === undefined ? price.tiers && 'by quantity' : `by ${by}`;
    },
  },
  count(
    'max',
    'Max',
    true,
    '1',
    'How many of this choice a guest may take: 1 to 99.',
    (number) => number >= 1 && number <= 99,
  ),
  count(
    'default',
    'Preselected',
    true,
    '0',
    'How many are preselected: no more than its maximum.',
    (number, choice) => number <= (choice.max ?? 1),
  ),
  plain('code', 'Code', '62px', false),
  {
    field: 'station',
    title: 'Station',
    width: 'minmax(110px, 0.8fr)',
    usual: false,
    isNumber: false,
    placeholder: 'with the dish',
    hint: 'The name of a station.',
    read: (choice, words) => words.menu.stations.find(({ id }) => id === choice.station)?.name ?? '',
    write: (choice, text, words) => {
      const wanted = text.trim().toLowerCase();
      if (wanted === '') return withField(choice, 'station', undefined);
      const found =
        words.menu.stations.find(({ name }) => name.toLowerCase() === wanted) ??
        words.menu.stations.find(({ name }) => name.toLowerCase().startsWith(wanted));
      return found && withField(choice, 'station', found.id);
    },
  },
  count('calories', 'kcal', false, '', 'Calories: a whole number.', (number) => number <= 99_999),
  {
    field: 'color',
    title: 'Colour',
    width: '96px',
    usual: false,
    isNumber: false,
    placeholder: '#c46f1b',
    hint: 'A colour such as #c46f1b.',
    read: (choice) => choice.color ?? '',
    write: (choice, text) => {
      const trimmed = text.trim();
      if (trimmed === '') return withField(choice, 'color', undefined);
      return /^#[0-9a-f]{6}$/i.test(trimmed) ? withField(choice, 'color', trimmed.toLowerCase()) : undefined;
    },
  },
  ...LIST_COLUMNS,
];

/** Whether a choice can be offered: its name in the first language is not blank. */
export function hasName({ name }: Choice, firstLocale: string): boolean {
  return textIn(name, firstLocale, firstLocale).trim() !== '';
}

export function columnOf(field: Field): GridColumn {
  const column = GRID_COLUMNS.find((one) => one.field === field);
  if (!column) throw new Error(`no column ${field}`);
  return column;
}

/** Writes a block of cells from a spreadsheet below and to the right of a cell; `made` creates missing rows. */
export function pasteBlock(
  choices: readonly Choice[],
  row: number,
  columns: readonly GridColumn[],
  block: readonly (readonly string[])[],
  words: GridWords,
  made: (name: string, taken: readonly string[]) => Choice,
): { choices: Choice[]; notUnderstood: number } {
  const next = [...choices];
  let notUnderstood = 0;
  block.forEach((cells, down) => {
    const at = row + down;
    let choice =
      next[at] ??
      made(
        columns[0]?.field === 'name' ? (cells[0] ?? '') : '',
        next.map(({ id }) => id),
      );
    cells.forEach((text, right) => {
      const changed = columns[right]?.write(choice, text.trim(), words);
      if (changed) choice = changed;
      else notUnderstood++;
    });
    next[at] = choice;
  });
  return { choices: next, notUnderstood };
}

/**
 * The columns that a pasted block fills: those from the field on. A block of names with something that is a price in
 * every row beside them fills names and prices, as price lists from a spreadsheet do.
 */
export function columnsFor(
  block: readonly (readonly string[])[],
  columns: readonly GridColumn[],
  field: Field,
  words: GridWords,
): readonly GridColumn[] {
  const price = columnOf('price');
  const isPriceList =
    field === 'name' &&
    block.every(
      (cells) =>
        cells.length === 2 &&
        /\d/.test(cells[1] ?? '') &&
        price.write({ id: 'a', name: '' }, cells[1] ?? '', words) !== undefined,
    );
  return isPriceList ? [columnOf('name'), price] : columns.slice(columns.findIndex((column) => column.field === field));
}

/** Parses text copied from a spreadsheet: tabs between cells, newlines between rows. */
export function cellsOf(text: string): string[][] {
  return text
    .replace(/\r?\n$/, '')
    .split(/\r?\n/)
    .map((line) => line.split('\t'));
}
