import '@angular/compiler';
import { type Change, type Group, type Menu, type Reach, withTextIn } from '@hearty-ladle/core';
import { beforeEach, describe, expect, it } from 'vitest';
import { plainMenu } from '../testing/plain-menu.ts';
import { menuActions } from './menu-actions.ts';
import { menuFeature } from './menu-reducer.ts';
import type { MenuState } from './menu-state.ts';

const top: Group = {
  id: 'top',
  name: 'Tops',
  prompt: 'Tops?',
  kind: 'choices',
  choices: [{ id: 'egg', name: 'Egg', price: { add: 100 } }],
};
const menu: Menu = {
  ...plainMenu,
  locales: ['en', 'es'],
  groups: [top],
  items: ['a', 'b'].map((id) => ({ id, name: id, price: 500, groups: [{ group: 'top' }] })),
};
const put = (thing: Group, dish?: string) =>
  menuActions.changed({
    label: `put ${thing.name}`,
    change: { edits: [{ type: 'put', kind: 'groups', thing }] },
    ...(dish !== undefined && { dish }),
  });
const dearer = { ...top, choices: [{ id: 'egg', name: 'Egg', price: { add: 150 } }] } as Group;
const reach = (more: Partial<Reach> = {}): Reach => ({
  dishes: [],
  findings: [],
  promises: [],
  changesPrices: false,
  faults: [],
  ...more,
});
const groupIn = (state: MenuState) => state.menu?.groups[0];

let state: MenuState;
const step = (action: Parameters<typeof menuFeature.reducer>[1]) => (state = menuFeature.reducer(state, action));
const found = (more: Partial<Reach> = {}) =>
  step(menuActions.reachFound({ id: state.pendingChange?.id ?? -1, reach: reach(more) }));
beforeEach(() => {
  state = menuFeature.reducer(undefined, menuActions.opened());
  step(menuActions.arrived({ stored: { revision: 1, menu, versions: { groups: { top: 1 }, items: { a: 1, b: 1 } } } }));
});

describe('a change to what several dishes share', () => {
  it('shows at once and waits until its reach is known; a harmless one is kept without a word', () => {
    step(put({ ...top, name: 'Toppings' }));
    expect([groupIn(state)?.name, state.pendingEdits.length]).toEqual(['Toppings', 0]);
    found();
    expect(state).toMatchObject({
      pendingChange: undefined,
      pendingEdits: [{ label: 'put Toppings' }],
      past: [{ label: 'put Toppings' }],
    });
  });

  it('that changes what guests pay is asked about: kept for all, or put back as it was', () => {
    step(put(dearer));
    found({ changesPrices: true });
    expect([state.pendingChange?.reach?.changesPrices, state.pendingEdits.length]).toEqual([true, 0]);
    const asked = state;
    step(menuActions.changeDecided({ decision: 'everywhere' }));
    expect([state.pendingEdits.length, groupIn(state)]).toEqual([1, dearer]);
    state = asked;
    step(menuActions.changeDecided({ decision: 'drop' }));
    expect([state.pendingEdits.length, state.past.length, groupIn(state), state.menu]).toEqual([0, 0, top, menu]);
  });

  it('may be kept for the dish at hand only: the shared group stays', () => {
    step(put(dearer, 'b'));
    found({ changesPrices: true });
    step(menuActions.changeDecided({ decision: 'only-here' }));
    expect(groupIn(state)).toEqual(top);
    expect(state.menu?.items.map(({ groups }) => groups)).toEqual([
      [{ group: 'top' }],
      [{ group: 'top', prices: { egg: 150 } }],
    ]);
    expect(state.pendingEdits[0]?.change.edits).toHaveLength(1);
    step(menuActions.undo());
    expect(state.menu).toEqual(menu);
  });

  it('that is typed on is one change, whose reach is looked for anew; an old answer is not taken for it', () => {
    step(put({ ...top, name: 'T' }));
    const first = state.pendingChange?.id ?? -1;
    step(put({ ...top, name: 'To' }));
    expect(state.pendingChange?.change.edits).toHaveLength(1);
    step(menuActions.reachFound({ id: first, reach: reach() }));
    expect(state.pendingChange?.change).toEqual({
      edits: [{ type: 'put', kind: 'groups', thing: { ...top, name: 'To' } }],
    } satisfies Change);
    step(menuActions.undo());
    expect(state.menu).toEqual(menu);
  });

  it('stays on top of what others change in the meantime; its reach is found anew', () => {
    step(put(dearer));
    found({ changesPrices: true });
    const shown = state.pendingChange;
    const others = { ...menu, items: [...menu.items, { id: 'c', name: 'C', price: 1 }] };
    step(menuActions.arrived({ stored: { revision: 2, menu: others, versions: { groups: { top: 1 } } } }));
    expect(state.menu).toEqual({ ...others, groups: [dearer] });
    expect(state.pendingChange?.reach).toBeUndefined();
    step(menuActions.reachFound({ id: shown?.id ?? -1, reach: reach({ changesPrices: true }) }));
    expect(state.pendingChange?.reach).toBeUndefined();
    step(menuActions.changeDecided({ decision: 'drop' }));
    expect(state.menu).toEqual(others);
  });

  it('to a group that one dish alone offers is kept with its other prices, but asks before something breaks', () => {
    const one = { ...menu, items: menu.items.slice(0, 1) };
    step(menuActions.arrived({ stored: { revision: 2, menu: one, versions: {} } }));
    step(put(dearer));
    found({ changesPrices: true });
    expect([state.pendingChange, state.pendingEdits.length]).toEqual([undefined, 1]);
    step(put({ ...top, min: 2 } as Group));
    found({ findings: [{ severity: 'stop', code: 'dead-end', where: 'a' } as never] });
    expect([state.pendingChange?.reach?.findings.length, state.pendingEdits.length]).toEqual([1, 1]);
  });

  it('asks before groups come to several dishes, and undo takes the newest edit first', () => {
    const groups = [{ group: 'side' }];
    const put2 = menu.items.map((thing) => ({ type: 'put', kind: 'items', thing: { ...thing, groups } }) as const);
    step(menuActions.changed({ label: 'attach', change: { edits: put2 } }));
    found({ changesPrices: true });
    expect(state.pendingChange).toMatchObject({ label: 'attach', asksAboutPrices: true });
    step(
      menuActions.changed({
        label: 'rename',
        change: { edits: [{ type: 'put', kind: 'stations', thing: { id: 's', name: 'Grill' } }] },
      }),
    );
    step(menuActions.undo());
    expect([state.menu?.stations[0]?.name, state.pendingChange?.label, state.step]).toEqual([
      'S',
      'attach',
      'Undone: rename',
    ]);
    step(menuActions.undo());
    expect([state.pendingChange, state.menu?.items[0]?.groups]).toEqual([undefined, [{ group: 'top' }]]);
  });

  it('keeps another’s row when theirs arrives while mine waits for its reach', () => {
    step(put(dearer));
    const corn = { id: 'corn', name: 'Corn' };
    const theirs = { ...top, choices: [{ id: 'egg', name: 'Egg', price: { add: 100 } }, corn] } as Group;
    step(menuActions.arrived({ stored: { revision: 2, menu: { ...menu, groups: [theirs] }, versions: {} } }));
    const both = { ...top, choices: [{ id: 'egg', name: 'Egg', price: { add: 150 } }, corn] };
    expect([groupIn(state), state.clashes]).toEqual([both, []]);
    step(menuActions.changeDecided({ decision: 'everywhere' }));
    expect(state.pendingEdits[0]?.change).toEqual({ edits: [{ type: 'put', kind: 'groups', thing: both }] });
  });
});

describe('a text in the language that is written', () => {
  it('stays plain while only the first language has words, and loses no other language', () => {
    expect(withTextIn('Egg', 'Soft egg', 'en', 'en')).toBe('Soft egg');
    expect(withTextIn('Egg', 'Huevo', 'es', 'en')).toEqual({ en: 'Egg', es: 'Huevo' });
    expect(withTextIn({ en: 'Egg', es: 'Huevo' }, 'Soft egg', 'en', 'en')).toEqual({ en: 'Soft egg', es: 'Huevo' });
    expect(withTextIn({ en: 'Egg', es: 'Huevo' }, '', 'es', 'en')).toBe('Egg');
    expect(withTextIn(undefined, 'Huevo', 'es', 'en')).toEqual({ en: '', es: 'Huevo' });
  });
});
