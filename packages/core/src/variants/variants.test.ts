import { expect, it } from 'vitest';
import { applyUnchecked } from '../change/change.ts';
import { type Item, type Line, type Menu, quoteLine, type Workbook } from '../index.ts';
import { withCells } from '../menu/cells.ts';
import { faultsOfMeaning } from '../menu/validate.ts';
import { choicesGroup, smallMenu } from '../testing/broth-bar.ts';
import { Random } from '../testing/random.ts';
import { randomLine } from '../testing/random-line.ts';
import { randomMenu } from '../testing/random-menu.ts';
import { codeFromPattern } from './code-pattern.ts';
import { intoVariants, outOfVariants } from './turn.ts';
import { countVariants, variantGroups, type VariantRow, variantRows } from './variant-rows.ts';

const clock = () => '2026-05-12T13:00';
const one = { min: 1, max: 1 };
const size = choicesGroup('size', {
  ...one,
  choices: [
    { id: 'cup', name: 'Cup', code: 'C' },
    { id: 'pot', name: 'Pot', price: { add: { house: 300, courier: 350 } } },
  ],
});
const milk = choicesGroup('milk', {
  ...one,
  choices: [
    { id: 'whole', name: 'Whole' },
    { id: 'oat', name: 'Oat', price: { add: 50 } },
    { id: 'none', name: 'None' },
  ],
});
const lists = [
  { id: 'house', name: 'House' },
  { id: 'courier', name: 'Courier' },
];
const plain: Workbook = {
  ...smallMenu([size, milk, choicesGroup('top', {})], { price: 400, code: 'TEA' }),
  priceLists: lists,
};
const dish = plain.items[0] as Item;
const tea = intoVariants(dish, ['size', 'milk']);
const withTea = (item: Item): Workbook => ({ ...plain, items: [item] });
const rowOf = (menu: Menu, item: Item, id: string) =>
  variantRows(menu, item, clock).find((row) => row.id === id) as VariantRow;

it('offers the pick-one groups of a dish, and every combination with what it costs by itself', () => {
  const groups = variantGroups(plain, dish);
  expect(groups.map(({ id }) => id)).toEqual(['size', 'milk']);
  expect(countVariants(groups, ['size', 'milk'])).toBe(6);
  expect(variantRows(withTea(tea), tea, clock).map(({ id, ordinary }) => [id, ordinary])).toEqual([
    ['cup whole', 400],
    ['cup oat', 450],
    ['cup none', 400],
    ['pot whole', { house: 700, courier: 750 }],
    ['pot oat', { house: 750, courier: 800 }],
    ['pot none', { house: 700, courier: 750 }],
  ]);
});

it('keeps only what differs: an entry that says nothing more is gone', () => {
  const pick = { size: 'pot', milk: 'oat' };
  const priced = withCells(tea, [{ pick, fields: { price: 720, code: 'X' } }]);
  expect(priced.variants?.cells).toEqual([{ pick, price: 720, code: 'X' }]);
  const off = withCells(priced, [{ pick, fields: { price: undefined, sold: false } }]);
  expect(off.variants?.cells).toEqual([{ pick, code: 'X', sold: false }]);
  expect(withCells(off, [{ pick, fields: { code: undefined, sold: undefined } }])).toEqual(tea);
});

it('fills a code pattern, and names the words that it doesn’t know', () => {
  const row = rowOf(withTea(tea), tea, 'cup oat');
  expect(codeFromPattern('{item}-{size}{milk}', dish, row)).toEqual({ code: 'TEA-COAT' });
  expect(codeFromPattern('{item}-{cup}', dish, row)).toEqual({ unknown: ['{cup}'] });
});

it('turned back, prices that add up stay as prices of the choices; others, and codes, are named; what is off is hidden', () => {
  const own = variantRows(withTea(tea), tea, clock).map(({ pick }) => ({
    pick,
    fields: { price: (pick['size'] === 'pot' ? 710 : 390) + (pick['milk'] === 'oat' ? 45 : 0) },
  }));
  const priced = withCells(tea, [
    ...own,
    { pick: { size: 'cup', milk: 'none' }, fields: { sold: false } },
    { pick: { size: 'pot', milk: 'oat' }, fields: { code: 'PO' } },
  ]);
  const { edits, otherPrice, lost } = outOfVariants(withTea(priced), priced, clock);
  expect([otherPrice.length, lost.map(({ id }) => id)]).toEqual([0, ['pot oat']]);
  const back = applyUnchecked(withTea(priced), { edits });
  expect(back.items[0]?.variants).toBeUndefined();
  expect(faultsOfMeaning(back)).toEqual([]);
  for (const { pick, fields } of own) {
    const picks = Object.entries(pick).map(([group, choice]) => ({ group, choice }));
    const quote = quoteLine(back, { item: dish.id, picks }, clock);
    const isOff = pick['size'] === 'cup' && pick['milk'] === 'none';
    expect([quote.ok, quote.price.unit], JSON.stringify(pick)).toEqual(
      isOff ? [false, quote.price.unit] : [true, fields.price],
    );
  }
  const odd = withCells(priced, [{ pick: { size: 'cup', milk: 'oat' }, fields: { price: 5 } }]);
  expect(outOfVariants(withTea(odd), odd, clock).otherPrice.map(({ id }) => id)).toEqual(['cup oat']);
  const alone = withCells(intoVariants(dish, ['milk']), [{ pick: { milk: 'oat' }, fields: { sold: false } }]);
  expect(
    applyUnchecked(withTea(alone), { edits: outOfVariants(withTea(alone), alone, clock).edits }).rules,
  ).toMatchObject([{ items: [dish.id], then: [{ hide: 'milk/oat' }] }]);
});

/** The menu with every group of choices asked for exactly one. */
function pickOneMenu(menu: Menu): Workbook {
  return {
    ...menu,
    groups: menu.groups.map((group) => (group.kind === 'choices' ? { ...group, ...one, included: 0 } : group)),
    items: menu.items.map(({ variants: _, ...item }) => ({
      ...item,
      groups: (item.groups ?? []).map(({ min: _min, max: _max, included: _included, ...attachment }) => attachment),
    })),
  };
}

/** A quote, whose problems stand in whatever order the groups were settled. */
function quoted(menu: Menu, line: Line) {
  const quote = quoteLine(menu, line, clock);
  return { ...quote, problems: quote.problems.map((problem) => JSON.stringify(problem)).toSorted() };
}

it('turning into variants and back is the same menu to every quote', () => {
  let turned = 0;
  for (let seed = 1; seed <= 150; seed++) {
    const menu = pickOneMenu(randomMenu(seed, { groups: 3, choices: 3, rules: 3 }));
    const item = menu.items[0] as Item;
    const random = new Random(seed);
    const by = variantGroups(menu, item)
      .map(({ id }) => id)
      .filter(() => random.chance(0.7))
      .slice(0, 3);
    if (by.length === 0) continue;
    const changed = intoVariants(item, by);
    const now = { ...menu, items: [changed] };
    if (faultsOfMeaning(now).length > 0) continue;
    const { edits, otherPrice, lost } = outOfVariants(now, changed, clock);
    expect([otherPrice, lost]).toEqual([[], []]);
    expect(applyUnchecked(now, { edits })).toEqual({ ...menu, items: [item] });
    for (let i = 0; i < 20; i++) {
      const line = randomLine(menu, seed * 100 + i);
      expect(quoted(now, line), `${seed}`).toEqual(quoted({ ...menu, items: [item] }, line));
    }
    turned++;
  }
  expect(turned).toBeGreaterThan(30);
});
