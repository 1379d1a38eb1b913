import { describe, expect, it } from 'vitest';
import type { Group, Menu } from '../index.ts';
import { applyUnchecked, type Change, invert } from './change.ts';
import { mergeChange, mergeValues } from './merge.ts';

const egg = { id: 'egg', name: 'Soft egg', price: { add: 170 } };
const corn = { id: 'corn', name: 'Sweetcorn', price: { add: 90 } };
const leek = { id: 'leek', name: 'Leek' };
const topping = {
  id: 'topping',
  name: 'Topping',
  prompt: 'On top?',
  kind: 'choices',
  choices: [egg, corn, leek],
} as const;
const menu = {
  groups: [topping],
  items: [],
  priceLists: [],
  stations: [],
  sections: [],
  locales: ['en'],
} as unknown as Menu;

const put = (thing: unknown): Change => ({ edits: [{ type: 'put', kind: 'groups', thing: thing as Group }] });
const withChoices = (...choices: object[]) => ({ ...topping, choices });
const groupOf = (menu: Menu) => menu.groups[0];

describe('merging of two people’s changes', () => {
  it('keeps changes of different rows and fields', () => {
    const { merged, clashes } = mergeValues<object>(
      topping,
      withChoices({ ...egg, name: 'Egg' }, corn, leek),
      withChoices(egg, { ...corn, price: { add: 100 } }, leek, { id: 'nori', name: 'Nori' }),
    );
    expect(clashes).toEqual([]);
    expect(merged).toEqual(
      withChoices({ ...egg, name: 'Egg' }, { ...corn, price: { add: 100 } }, leek, { id: 'nori', name: 'Nori' }),
    );
  });

  it('keeps both added rows, each after its neighbour, and one’s order with the other’s edit', () => {
    const nori = { id: 'nori', name: 'Nori' };
    const tofu = { id: 'tofu', name: 'Tofu' };
    expect(
      mergeValues<object>(topping, withChoices(egg, nori, corn, leek), withChoices(egg, corn, leek, tofu)).merged,
    ).toEqual(withChoices(egg, nori, corn, leek, tofu));
    const dear = { ...egg, price: { add: 200 } };
    expect(mergeValues<object>(topping, withChoices(leek, egg, corn), withChoices(dear, corn, leek)).merged).toEqual(
      withChoices(leek, dear, corn),
    );
  });

  it('removes a row that the other left alone, and reports one that the other changed', () => {
    expect(mergeValues<object>(topping, withChoices(egg, leek), topping)).toEqual({
      merged: withChoices(egg, leek),
      clashes: [],
    });
    const dear = { ...corn, price: { add: 200 } };
    expect(mergeValues<object>(topping, withChoices(egg, leek), withChoices(egg, dear, leek))).toEqual({
      merged: withChoices(egg, dear, leek),
      clashes: [{ path: ['choices', 'corn'], before: corn, mine: undefined, theirs: dear }],
    });
  });

  it('reports one cell that both changed, with what each wrote, and merges the rest', () => {
    const mine = withChoices({ ...egg, price: { add: 180 } }, corn, { ...leek, name: 'Spring leek' });
    const theirs = withChoices({ ...egg, price: { percent: 1000 } }, corn, leek);
    expect(mergeValues<object>(topping, mine, theirs)).toEqual({
      merged: withChoices({ ...egg, price: { percent: 1000 } }, corn, { ...leek, name: 'Spring leek' }),
      clashes: [
        { path: ['choices', 'egg', 'price'], before: { add: 170 }, mine: { add: 180 }, theirs: { percent: 1000 } },
      ],
    });
  });

  it('puts a change on top of a newer menu, and takes it back there field by field', () => {
    const raised = put(withChoices({ ...egg, price: { add: 190 } }, corn, leek));
    const back = invert(menu, raised);
    const renamed = applyUnchecked(
      applyUnchecked(menu, raised),
      put({ ...groupOf(applyUnchecked(menu, raised)), name: 'Top' }),
    );
    const undone = mergeChange(back, raised, renamed);
    expect(undone.clashes).toEqual([]);
    expect(groupOf(applyUnchecked(renamed, undone.change))).toEqual({ ...topping, name: 'Top' });
    const again = applyUnchecked(menu, put(withChoices({ ...egg, price: { add: 210 } }, corn, leek)));
    expect(mergeChange(back, raised, again)).toMatchObject({
      change: { edits: [] },
      clashes: [{ kind: 'groups', id: 'topping', path: ['choices', 'egg', 'price'], mine: { add: 170 } }],
    });
  });

  it('never overwrites an object that somebody else removed or created', () => {
    const raised = put(withChoices({ ...egg, price: { add: 190 } }, corn, leek));
    const none = { ...menu, groups: [] };
    expect(mergeChange(raised, invert(menu, raised), none).clashes).toHaveLength(1);
    const made = put({ ...topping, id: 'dip', name: 'Dip' });
    const theirs = applyUnchecked(menu, put({ ...topping, id: 'dip', name: 'Dips' }));
    expect(mergeChange(made, invert(menu, made), theirs).change.edits).toEqual([]);
    expect(mergeChange(made, invert(menu, made), theirs).clashes).toHaveLength(1);
  });
});
