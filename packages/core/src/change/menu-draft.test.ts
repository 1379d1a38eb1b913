import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { Item, Menu } from '../menu/document.ts';
import { applyUnchecked } from './change.ts';
import type { Edit } from './edit.ts';

const dish = (id: string, price = 100): Item => ({ id, name: id, price });
const menu = { groups: [], sections: [], items: ['a', 'b', 'c', 'd'].map((id) => dish(id)) } as unknown as Menu;

const id = fc.constantFrom(...'abcdefgh');
const index = fc.nat(8);
const edit: fc.Arbitrary<Edit> = fc.oneof(
  fc
    .record({ id, price: fc.nat(999), index: fc.option(index, { nil: undefined }) })
    .map(({ id: dishId, price, index: at }): Edit => ({
      type: 'put',
      kind: 'items',
      thing: dish(dishId, price),
      ...(at !== undefined && { index: at }),
    })),
  fc.record({ type: fc.constant('move' as const), kind: fc.constant('items' as const), id, index }),
  fc.record({ type: fc.constant('remove' as const), kind: fc.constant('items' as const), id }),
);

it('comes to the same whether edits are applied in one change or in one each', () => {
  fc.assert(
    fc.property(fc.array(edit, { maxLength: 30 }), (edits) => {
      const each = edits.reduce((before, one) => applyUnchecked(before, { edits: [one] }), menu);
      expect(applyUnchecked(menu, { edits })).toEqual(each);
    }),
  );
});
