import { describe, expect, it } from 'vitest';
import type { Menu, Pantry } from '../index.ts';
import { Menu as MenuSchema } from '../menu/document.ts';
import { changed, read, says, sheet, sheetsOf } from '../testing/sheets.ts';
import { shapeCheck } from '../validation/index.ts';
import { readTables, type TablesRead, writeTables } from './index.ts';

describe('rows of tables', () => {
  const menu = (more: Partial<Menu> = {}): Menu => ({
    format: 'hearty-ladle/menu@1',
    name: 'Tables',
    currency: 'EUR',
    locales: ['en', 'es'],
    priceLists: [
      { id: 'house', name: 'House' },
      { id: 'courier', name: 'Courier' },
    ],
    stations: [{ id: 'pot', name: 'Pot' }],
    sections: [{ id: 'bowls', name: 'Bowls' }],
    ingredients: [{ id: 'flour', name: 'Flour', unit: 'g' }],
    groups: [
      {
        id: 'top',
        name: 'Top',
        prompt: 'Top?',
        kind: 'choices',
        choices: [
          { id: 'egg', name: 'Egg', price: { add: 170 } },
          { id: 'leek', name: 'Leek', price: { percent: -1000 } },
        ],
      },
    ],
    items: [
      { id: 'soup', name: { en: 'Soup', es: 'Sopa' }, price: { house: 890, courier: 990 }, groups: [{ group: 'top' }] },
      { id: 'tea', name: 'Tea', price: 250, channels: [], allergens: [], tags: ['a; b'], code: '-7' },
    ],
    ...more,
  });
  const items = (...rows: Readonly<Record<string, string>>[]) => read(menu(), [sheet('items.csv', ...rows)]);

  it.each([
    ['9.50', 950],
    ['9,50', 950],
    ['€ 9.50', 950],
    ['9,5 €', 950],
    ['1.234,50', 123_450],
    ['1,234.50', 123_450],
    ['1 234,50', 123_450],
    ['EUR 12', 1200],
  ])('understand the price “%s”', (text, price) => {
    const found = items({ Id: 'tea', 'Price (house)': text });
    expect(changed(menu(), found).items[1]?.price).toBe(price);
  });

  it.each(['1.234', '1,234', '9.505', 'nine', '1.23.4', '12.34,5.6'])(
    'refuse the price “%s” with a sentence',
    (text) => {
      const found = items({ Id: 'tea', 'Price (house)': text });
      expect(found.rows).toMatchObject([{ row: 2, status: 'refused', faults: [{ column: 'Price (house)' }] }]);
      expect(found.change).toBeUndefined();
    },
  );

  it('hold words of their own for what is there and empty, guard formulas, and refuse what no cell holds', () => {
    const [, tea] = writeTables(menu()).find(({ name }) => name === 'items')?.rows ?? [];
    expect(tea).toEqual(expect.arrayContaining(['nowhere', 'none', "'-7", '(only in the editor)']));
    expect(says(items({ Id: 'tea', Tags: 'a' }))).toEqual([
      '2 Tags: This can’t be held by a cell; change it in the editor.',
    ]);
    const found = items({ Id: 'tea', Channels: '', Allergens: 'milk; eggs', Code: "'=7" });
    expect(changed(menu(), found).items[1]).toEqual({
      id: 'tea',
      name: 'Tea',
      price: 250,
      allergens: ['milk', 'eggs'],
      tags: ['a; b'],
      code: '=7',
    });
  });

  it('leave a missing column untouched, clear an empty cell, and say an unknown column', () => {
    const found = items({ Id: 'soup', 'Name (es)': '', 'Price (courier)': '', Colour: 'red' });
    expect(changed(menu(), found).items[0]).toEqual({
      id: 'soup',
      name: 'Soup',
      price: 890,
      groups: [{ group: 'top' }],
    });
    expect(found.unknown).toEqual([{ file: 'items.csv', column: 'Colour' }]);
    expect(says(items({ Id: 'soup', 'Name (en)': '', 'Price (house)': '' }))).toHaveLength(2);
  });

  it('add a new id at the end, find a row without one by its name, and give it an id otherwise', () => {
    const found = items(
      { Id: 'bun', 'Name (en)': 'Bun', 'Price (house)': '3' },
      { Id: '', 'Name (en)': 'Tea', 'Price (house)': '2.60' },
      { Id: '', 'Name (en)': 'Rye loaf', 'Price (house)': '4' },
      { Id: 'nameless', 'Name (en)': '', 'Price (house)': '4' },
      { Id: 'bun', 'Name (en)': 'Bun', 'Price (house)': '4' },
    );
    expect(found.rows.map(({ status }) => status)).toEqual(['added', 'changed', 'added', 'refused', 'refused']);
    expect(says(found)).toEqual([
      '5 Name (en): A new row needs its Name (en).',
      '6 : Row 2 is about the same; leave one of them out.',
    ]);
    expect(changed(menu(), found).items.map(({ id, price }) => [id, price])).toEqual([
      ['soup', { house: 890, courier: 990 }],
      ['tea', 260],
      ['bun', 300],
      ['rye-loaf', 400],
    ]);
    const twins = menu({ items: [...menu().items, { id: 'tea-2', name: 'Tea', price: 1 }] });
    expect(says(read(twins, [sheet('items.csv', { 'Name (en)': 'Tea', Code: '1' })]))).toEqual([
      '2 Id: There are 2 of the name “Tea”: write the id.',
    ]);
  });

  it('refuse rows that would break the menu at their cell, and keep the others', () => {
    const found = items(
      { Id: 'soup', Sections: 'bowls', Station: '' },
      { Id: 'tea', Sections: 'bolws', Station: 'pot' },
    );
    expect(found.rows).toMatchObject([
      { row: 2, status: 'changed' },
      { row: 3, status: 'refused', faults: [{ column: 'Sections' }] },
    ]);
    expect(changed(menu(), found).items[0]?.sections).toEqual(['bowls']);
    expect(changed(menu(), found).items[1]?.station).toBeUndefined();
  });

  it('know the kinds of a choice’s price, and never turn a percentage into an amount', () => {
    const choices = (price: string, id = 'egg') =>
      read(menu(), [sheet('choices.csv', { Group: 'top', Id: id, 'Price (house)': price })]);
    const priceOf = (found: TablesRead, i = 0) => {
      const [group] = changed(menu(), found).groups;
      return group?.kind === 'choices' ? group.choices?.[i]?.price : undefined;
    };
    expect(priceOf(choices('-10%'))).toEqual({ percent: -1000 });
    expect(priceOf(choices('base 9.00'))).toEqual({ base: 900 });
    expect(priceOf(choices('times 1.5'))).toEqual({ times: 15_000 });
    expect(priceOf(choices('-0.50'))).toEqual({ add: -50 });
    expect(priceOf(choices(''))).toBeUndefined();
    expect(choices('-0.1', 'leek').rows[0]?.faults[0]?.says).toContain('percentage');
  });

  it('are known by their columns where the name of the file says nothing', () => {
    const found = read(menu(), [
      sheet('from-the-office.csv', { Id: 'flour', Unit: 'kg', 'Cost per': '1', Cost: '0.90' }),
    ]);
    expect(changed(menu(), found).ingredients).toEqual([
      { id: 'flour', name: 'Flour', unit: 'kg', cost: { amount: 90, per: 1 } },
    ]);
    const prices = read(menu(), [sheet('prices.csv', { Id: 'tea', 'Price (house)': '2.60', Calories: '2' })]);
    expect(prices.rows).toMatchObject([{ table: 'items', status: 'changed' }]);
    expect(read(menu(), [sheet('x.csv', { Id: 'flour' })]).rows).toMatchObject([
      { row: 1, status: 'refused', table: null },
    ]);
  });

  it('put questions to dishes and to the order, and make a group before its choices whatever the order of the files', () => {
    const found = read(menu(), [
      sheet(
        'questions.csv',
        { Dish: 'tea', Group: 'milk', Min: '1', Preselected: 'oat 1' },
        { Dish: '(order)', Group: 'top', Min: '' },
      ),
      sheet('choices.csv', {
        Group: 'milk',
        Id: '',
        'Name (en)': 'Oat',
        'Price (courier)': '',
        'Price (house)': '0.40',
      }),
      sheet('groups.csv', { Id: 'milk', Name: 'Milk', 'Prompt (en)': 'Which milk?', Kind: 'choices' }),
    ]);
    expect(found.rows.map(({ table, status }) => [table, status])).toEqual([
      ['questions', 'added'],
      ['questions', 'added'],
      ['choices', 'added'],
      ['groups', 'added'],
    ]);
    const made = changed(menu(), found);
    expect(made.items[1]?.groups).toEqual([{ group: 'milk', min: 1, defaults: { oat: 1 } }]);
    expect(made.orderGroups).toEqual([{ group: 'top' }]);
    expect(made.groups[1]).toEqual({
      id: 'milk',
      name: 'Milk',
      prompt: 'Which milk?',
      kind: 'choices',
      choices: [{ id: 'oat', name: 'Oat', price: { add: 40 } }],
    });
  });

  it('count what is on hand', () => {
    const pantry: Pantry = {
      format: 'hearty-ladle/pantry@1',
      counts: [
        { what: { ingredient: 'flour' }, onHand: 12.5, low: 2 },
        { what: { choice: 'top/egg' }, onHand: 3 },
      ],
    };
    expect(read(menu(), sheetsOf(menu(), pantry), pantry).rows.every(({ status }) => status === 'same')).toBe(true);
    const found = read(
      menu(),
      [
        sheet(
          'counts.csv',
          { What: 'ingredient', Id: 'flour', 'On hand': '1.250,5' },
          { What: 'dish', Id: 'tea', 'On hand': '4' },
          { What: 'dish', Id: 'cake', 'On hand': '4' },
        ),
      ],
      pantry,
    );
    expect(found.counts).toEqual([
      { what: { ingredient: 'flour' }, onHand: 1250.5, low: 2 },
      { what: { item: 'tea' }, onHand: 4 },
    ]);
    expect(found.change).toBeUndefined();
    expect(says(found)).toEqual(['4 What: The menu has no dish “cake”.']);
  });

  it('stop when they are told to', () => {
    const many = menu({ items: Array.from({ length: 2000 }, (_, i) => ({ id: `i${i}`, name: `I ${i}`, price: 100 })) });
    expect(readTables(many, undefined, sheetsOf(many), shapeCheck(MenuSchema), () => false)).toBeUndefined();
  });
});
