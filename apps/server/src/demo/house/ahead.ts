import type { Choice, Edit, Workbook } from '@hearty-ladle/core';
import { adds, choice, priced, say } from './builders.ts';

/** Something that is being worked on and not published yet: its name in the journal, and what it changes. */
export interface DraftStep {
  readonly label: string;
  readonly edits: (menu: Workbook) => readonly Edit[];
}

export const AHEAD: readonly DraftStep[] = [
  {
    label: 'Price of Soft egg',
    edits: toppings((all) => all.map((one) => (one.id === 'egg' ? { ...one, price: adds(190) } : one))),
  },
  {
    label: 'Added Fried shallots',
    edits: toppings((all) => [
      ...all,
      choice('shallots', 'Fried shallots', 'Chalotas fritas', { add: 90, calories: 45 }),
    ]),
  },
  { label: 'Price of Pickle plate', edits: dish('pickle-plate', { price: priced(510) }) },
  {
    label: 'Description of Forager',
    edits: dish('forager', {
      description: say(
        'Four kinds of mushroom in root broth, with thyme.',
        'Cuatro setas en caldo de raíz, con tomillo.',
      ),
    }),
  },
];

function toppings(change: (choices: readonly Choice[]) => readonly Choice[]): DraftStep['edits'] {
  return ({ groups }) =>
    groups.flatMap((group): Edit[] =>
      group.id === 'toppings' && group.kind === 'choices'
        ? [{ type: 'put', kind: 'groups', thing: { ...group, choices: [...change(group.choices ?? [])] } }]
        : [],
    );
}

function dish(id: string, change: object): DraftStep['edits'] {
  return ({ items }) =>
    items.flatMap((item): Edit[] =>
      item.id === id ? [{ type: 'put', kind: 'items', thing: { ...item, ...change } }] : [],
    );
}
