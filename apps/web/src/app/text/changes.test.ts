import { expect, it } from 'vitest';
import { changedValues, sayChange } from './changes.ts';

it('says what a change did, value by value, before and after', () => {
  const before = { id: 'milk', name: 'Milk', prompt: 'Which?', kind: 'choices' as const, choices: [{ id: 'oat', name: 'Oat', price: { add: 50 } }, { id: 'soy', name: 'Soy' }] };
  const after = { ...before, name: 'Milks', choices: [{ id: 'oat', name: 'Oat', price: { add: 70 } }] };
  const said = sayChange({ edits: [{ type: 'put', kind: 'groups', thing: after }] }, { edits: [{ type: 'put', kind: 'groups', thing: before }] });
  expect(said).toEqual([
    {
      kind: 'Group', name: 'Milks', what: 'changed',
      values: [
        { field: 'name', before: '“Milk”', after: '“Milks”' }, { field: 'choices · oat · price · add', before: '50', after: '70' },
        { field: 'choices · soy · id', before: '“soy”', after: '–' }, { field: 'choices · soy · name', before: '“Soy”', after: '–' },
      ],
    },
  ]);
  expect(sayChange({ edits: [{ type: 'put', kind: 'groups', thing: after }, { type: 'remove', kind: 'items', id: 'x' }] }, { edits: [{ type: 'remove', kind: 'groups', id: 'milk' }] }).map(({ what }) => what)).toEqual(['new', 'gone']);
});

it('tells a new order of the same things apart from a change of them', () => {
  expect(changedValues({ list: [{ id: 'a' }, { id: 'b' }] }, { list: [{ id: 'b' }, { id: 'a' }] })).toEqual([{ field: 'list', before: 'in another order', after: 'in this order' }]);
});
