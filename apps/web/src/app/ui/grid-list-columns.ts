import { allergenName, type Choice, KNOWN_ALLERGENS, plainText, textIn, type Text } from '@hearty-ladle/core';
import type { GridColumn, GridWords } from './grid-column.ts';
import { withField } from './with-field.ts';

interface Named {
  readonly id: string;
  readonly name: string;
}

type ListField = 'allergens' | 'opens' | 'uses' | 'item' | 'alone' | 'image';

const column = (
  field: ListField,
  title: string,
  width: string,
  placeholder: string,
  hint: string,
  { read, write }: Pick<GridColumn, 'read' | 'write'>,
): GridColumn => ({ field, title, width, usual: false, isNumber: false, placeholder, hint, read, write });

/** Columns whose cells name several things, or things of the menu, with commas between them. */
export const LIST_COLUMNS: readonly GridColumn[] = [
  column(
    'allergens',
    'Allergens',
    'minmax(130px, 1fr)',
    'not stated',
    'Allergens with commas between: Milk, Eggs. Or: none.',
    {
      read: ({ allergens }) =>
        allergens?.length === 0 ? 'none' : (allergens ?? []).map((id) => allergenName(id, 'en')).join(', '),
      write: (choice, text) => {
        if (plainText(text) === 'none') return withField(choice, 'allergens', []);
        const known = KNOWN_ALLERGENS.map((id) => ({ id, name: allergenName(id, 'en') }));
        const found = namesIn(text).map((name) => byName(known, name)?.id);
        return listed(choice, 'allergens', found);
      },
    },
  ),
  column('uses', 'Ingredients', 'minmax(150px, 1.2fr)', 'none', 'Names and quantities: Rice noodle 120, Egg 1.', {
    read: (choice, words) =>
      (choice.uses ?? [])
        .map(({ ingredient, quantity }) => `${nameOf(ingredients(words), ingredient)} ${quantity}`)
        .join(', '),
    write: (choice, text, words) => {
      const found = namesIn(text).map((one) => {
        const [, name = '', quantity = '1'] = /^(.*?)(?:\s+(\d{1,7}(?:\.\d{1,3})?))?$/.exec(one) ?? [];
        const ingredient = byName(ingredients(words), name)?.id;
        const amount = Number(quantity);
        return ingredient === undefined || amount <= 0 || amount > 1_000_000
          ? undefined
          : { ingredient, quantity: amount };
      });
      return listed(choice, 'uses', found);
    },
  }),
  column('opens', 'Opens groups', 'minmax(130px, 1fr)', 'none', 'Names of groups with commas between.', {
    read: (choice, { menu }) => (choice.opens ?? []).map((id) => nameOf(menu.groups, id)).join(', '),
    write: (choice, text, { menu }) => {
      const openable = menu.groups.filter(({ kind }) => kind !== 'date' && kind !== 'amount');
      return listed(
        choice,
        'opens',
        namesIn(text).map((name) => byName(openable, name)?.id),
      );
    },
  }),
  column('item', 'Is a dish', 'minmax(120px, 1fr)', 'no', 'The name of a dish of the menu.', {
    read: (choice, words) => (choice.item === undefined ? '' : nameOf(dishes(words), choice.item)),
    write: (choice, text, words) => {
      if (text.trim() === '') return withField(choice, 'item', undefined);
      const dish = byName(dishes(words), text.trim());
      return dish && withField(choice, 'item', dish.id);
    },
  }),
  column('alone', 'Exclusive', '74px', 'no', 'yes, if it can’t be combined with other choices; else no.', {
    read: (choice) => (choice.alone ? 'yes' : ''),
    write: (choice, text) => {
      const plain = text.trim().toLowerCase();
      if (plain === '' || plain === 'no') return withField(choice, 'alone', undefined);
      return plain === 'yes' ? withField(choice, 'alone', true) : undefined;
    },
  }),
  column('image', 'Picture', '64px', '', '', {
    read: (choice) => choice.image ?? '',
    write: (choice, text) => withField(choice, 'image', text.trim() === '' ? undefined : text.trim()),
  }),
];

function listed<K extends 'allergens' | 'opens' | 'uses'>(
  choice: Choice,
  field: K,
  found: readonly (NonNullable<Choice[K]>[number] | undefined)[],
): Choice | undefined {
  if (found.includes(undefined)) return undefined;
  return withField(choice, field, found.length === 0 ? undefined : ([...new Set(found)] as Choice[K]));
}

function namesIn(text: string): string[] {
  return text
    .split(',')
    .map((name) => name.trim())
    .filter(Boolean);
}

/** The thing with a name, or the only one whose name starts with it. */
function byName(things: readonly Named[], name: string): Named | undefined {
  const wanted = plainText(name);
  const starting = things.filter((thing) => plainText(thing.name).startsWith(wanted));
  return things.find((thing) => plainText(thing.name) === wanted) ?? (starting.length === 1 ? starting[0] : undefined);
}

function nameOf(things: readonly Named[], id: string): string {
  return things.find((thing) => thing.id === id)?.name ?? id;
}

function ingredients({ menu }: GridWords): readonly Named[] {
  return menu.ingredients ?? [];
}

function dishes({ menu, locale, firstLocale }: GridWords): readonly Named[] {
  return menu.items.map(({ id, name }) => ({ id, name: textIn(name as Text, locale, firstLocale) }));
}
