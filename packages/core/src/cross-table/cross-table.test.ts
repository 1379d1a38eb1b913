import { expect, it } from 'vitest';
import { applyUnchecked, invert } from '../change/change.ts';
import { compileMenu } from '../compile/compile-menu.ts';
import { type Menu, quoteLine, type Rule, type Workbook } from '../index.ts';
import { faultsOfMeaning } from '../menu/validate.ts';
import { answersTo, lineOf } from '../testing/brute-force.ts';
import { choicesGroup, smallMenu } from '../testing/broth-bar.ts';
import { cross } from '../testing/combinations.ts';
import { Random } from '../testing/random.ts';
import { randomMenu } from '../testing/random-menu.ts';
import { crossTable, otherRulesAbout } from './cross-table.ts';
import { decidedCells } from './decided.ts';
import type { CrossCell, CrossPlace } from './place.ts';
import { setCrossCells } from './set-cells.ts';

const clock = () => '2026-01-05T12:00';
const choices = (...ids: string[]) => ids.map((id) => ({ id, name: id }));
const pickOne = { min: 1, max: 1 };
const size = choicesGroup('size', { ...pickOne, choices: choices('cup', 'bowl', 'pot') });
const grain = choicesGroup('grain', { ...pickOne, choices: choices('rice', 'barley') });
const broth = choicesGroup('broth', { ...pickOne, choices: choices('clear', 'red') });
const menu = (rules: readonly Rule[] = [], item = {}): Workbook => smallMenu([size, grain, broth], item, rules);
const place: CrossPlace = { rows: 'size', columns: 'grain' };
const set = (before: Workbook, at: CrossPlace, cells: readonly CrossCell[], together: boolean) =>
  applyUnchecked(before, { edits: setCrossCells(before, at, [{ cells, together }]) });
const cellsOf = (before: Menu, at: CrossPlace) => {
  const { rows, columns } = crossTable(before, at);
  return rows.flatMap(({ id: row }) => columns.map(({ id: column }) => ({ row, column })));
};

it('a tick taken away is one ordinary rule, written like a person would, and gone when it is set again', () => {
  const potBarley = { row: 'pot', column: 'barley' };
  const without = set(menu(), place, [potBarley], false);
  expect(without.rules).toEqual([
    { id: 'size-pot-grain', when: { picked: 'size/pot' }, then: [{ hide: 'grain/barley' }] },
  ]);
  expect(crossTable(without, place).goesWith('pot', 'barley')).toBe(false);
  expect(set(without, place, [potBarley], true).rules ?? []).toEqual([]);
  expect(setCrossCells(without, place, [{ cells: [potBarley], together: false }])).toEqual([]);
});

it('the answer asked first decides, unless rules already decide the other way round', () => {
  expect(crossTable(menu(), place).decides).toBe('rows');
  expect(crossTable(menu(), { rows: 'grain', columns: 'size' }).decides).toBe('columns');
  const back: Rule = { id: 'r', when: { picked: 'grain/rice' }, then: [{ limit: { group: 'size', min: 1 } }] };
  const turned = set(menu([back]), place, [{ row: 'cup', column: 'rice' }], false);
  expect(turned.rules?.[1]).toMatchObject({ when: { picked: 'grain/rice' }, then: [{ hide: 'size/cup' }] });
  expect(faultsOfMeaning(turned)).toEqual([]);
});

it('one dish and a fixed third group have tables of their own, and leave the rules of others', () => {
  const [cell] = [{ row: 'cup', column: 'rice' }];
  const everywhere = set(menu(), place, [cell], false);
  const onDish = { ...place, item: 'dish' };
  expect(crossTable(everywhere, onDish).goesWith('cup', 'rice')).toBe(true);
  const fixed = { ...onDish, fixed: { group: 'broth', choice: 'red' } };
  const both = set(set(everywhere, onDish, [cell], false), fixed, [cell], false);
  expect(both.rules?.map(({ items, when }) => [items, when])).toEqual([
    [undefined, { picked: 'size/cup' }],
    [['dish'], { picked: 'size/cup' }],
    [['dish'], { all: [{ picked: 'broth/red' }, { picked: 'size/cup' }] }],
  ]);
  expect(otherRulesAbout(both, place, 'rows', 'cup', 'rice').map(({ id }) => id)).toEqual(
    both.rules?.slice(1).map(({ id }) => id),
  );
});

it('of a dish with variants, the table says which combinations are sold', () => {
  const variants = { by: ['size', 'grain'], cells: [{ pick: { size: 'cup', grain: 'rice' }, price: 500 }] };
  const at = { ...place, item: 'dish' };
  const before = menu([], { id: 'dish', variants });
  const off = set(
    before,
    at,
    cellsOf(before, at).filter(({ row }) => row === 'cup'),
    false,
  );
  expect(crossTable(off, at)).toMatchObject({ by: 'variants', dishes: ['dish'] });
  expect(off.items[0]?.variants?.cells).toEqual([
    { pick: { size: 'cup', grain: 'rice' }, price: 500, sold: false },
    { pick: { size: 'cup', grain: 'barley' }, sold: false },
  ]);
  expect(off.rules).toEqual(before.rules);
  expect(set(off, at, cellsOf(off, at), true).items).toEqual(before.items);
  expect(decidedCells(off, place, clock)).toEqual(
    ['rice', 'barley'].map((column) => ({ row: 'cup', column, dishes: ['dish'], rules: [] })),
  );
});

it('says which rule decides a cell without the table, and when only several do', () => {
  const hide = (id: string, when: Rule['when']): Rule => ({ id, when, then: [{ hide: 'grain/rice' }] });
  const one = menu([hide('always', { quantity: { atLeast: 0 } }), hide('till', { channel: 'pos' })]);
  expect(decidedCells(one, place, clock)).toEqual(
    ['cup', 'bowl', 'pot'].map((row) => ({ row, column: 'rice', dishes: ['dish'], rules: ['always'] })),
  );
  const two = menu([hide('till', { channel: 'pos' }), hide('online', { channel: 'online' })]);
  expect(decidedCells(two, place, clock)[0]?.rules).toEqual(['till', 'online']);
  expect(decidedCells(menu([hide('till', { channel: 'pos' })]), place, clock)).toEqual([]);
});

/** A menu with random rules, some of them the table's own, and the table of two of its groups. */
function randomTable(seed: number) {
  const random = new Random(seed);
  const drawn = randomMenu(seed, { groups: 3, choices: 3, rules: 4 });
  const [first, second] =
    compileMenu(drawn).item('dish')?.groups ?? compileMenu(drawn).item(drawn.items[0]?.id ?? '')?.groups ?? [];
  const at: CrossPlace = {
    rows: first?.group.id ?? '',
    columns: second?.group.id ?? '',
    ...(random.chance(0.3) && { item: drawn.items[0]?.id ?? '' }),
  };
  return {
    random,
    drawn: drawn as Workbook,
    at: random.chance(0.3) ? { ...at, rows: at.columns, columns: at.rows } : at,
  };
}

it('what the table writes is what it reads back, for random ticks over random rules; nothing else changes', () => {
  let written = 0;
  for (let seed = 1; seed <= 150; seed++) {
    const { random, drawn, at } = randomTable(seed);
    let now = drawn;
    for (let stroke = 0; stroke < 6; stroke++) {
      const before = crossTable(now, at);
      const cells = cellsOf(now, at);
      const touched = cells.filter(() => random.chance(0.4));
      const together = random.chance(0.5);
      const change = { edits: setCrossCells(now, at, [{ cells: touched, together }]) };
      const next = applyUnchecked(now, change);
      const after = crossTable(next, at);
      for (const cell of cells) {
        const expected = touched.includes(cell) ? together : before.goesWith(cell.row, cell.column);
        expect(after.goesWith(cell.row, cell.column), `${seed} ${cell.row} ${cell.column}`).toBe(expected);
      }
      expect(applyUnchecked(next, invert(now, change))).toEqual(now);
      expect(faultsOfMeaning(next)).toEqual([]);
      if (change.edits.length > 0) written++;
      now = next;
    }
  }
  expect(written).toBeGreaterThan(200);
});

it('never says that choices can’t go together which some valid build has together', () => {
  let decided = 0;
  for (let seed = 200; seed < 270; seed++) {
    const { drawn, at } = randomTable(seed);
    const item = compileMenu(drawn).item(drawn.items[0]?.id ?? '');
    const answers = item?.groups.map((group) => answersTo(group)) ?? [];
    if (!item || answers.reduce((product, list) => product * list.length, 1) > 900) continue;
    const seen = new Set<string>();
    for (const build of cross(answers)) {
      const quote = quoteLine(drawn, lineOf(drawn, {}, item.item.id, build.flat()), clock);
      if (!quote.ok) continue;
      const of = (group: string) => build.flat().flatMap((pick) => (pick.group === group ? [pick.choice] : []));
      for (const row of of(at.rows)) for (const column of of(at.columns)) seen.add(`${row} ${column}`);
    }
    for (const { row, column } of decidedCells(drawn, at, clock)) {
      expect(seen.has(`${row} ${column}`), `${seed} ${row} ${column}`).toBe(false);
      decided++;
    }
  }
  expect(decided).toBeGreaterThan(15);
});
