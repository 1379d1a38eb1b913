import '@angular/compiler';
import { beforeAll, expect, it } from 'vitest';
import type * as Start from './start-store.ts';
import { menuActions } from '../../../state/menu-actions.ts';

let start: typeof Start;
beforeAll(async () => {
  globalThis.localStorage = { getItem: () => null, setItem: () => undefined } as never;
  start = await import('./start-store.ts');
});

const handedIn = () => {
  const { startActions, startFeature } = start;
  return [
    startActions.typed({ drafts: { section: 'Soups', dishes: 'Pea soup 7.50\nBread', question: 'Which size?' } }),
    startActions.handedIn({ left: { dishes: 'Bread' } }),
  ].reduce(startFeature.reducer, startFeature.reducer(undefined, { type: 'start' }));
};
const answer = (outcome: string) => menuActions.answered({ id: 1, answer: { outcome } as never });

it('lets go of what was typed once the server has it, and of nothing else', () => {
  const { reducer } = start.startFeature;
  expect(handedIn().drafts.dishes).toBe('Pea soup 7.50\nBread');
  expect(reducer(handedIn(), answer('saved')).drafts).toMatchObject({ dishes: 'Bread', question: 'Which size?' });
  // A lost answer decides nothing: the change is sent again.
  expect(reducer(reducer(handedIn(), answer('offline')), answer('saved')).drafts.dishes).toBe('Bread');
});

it('gives back what was typed if the change is refused, dropped or given up', () => {
  const { reducer } = start.startFeature;
  for (const end of [
    answer('refused'),
    answer('conflict'),
    menuActions.changeDecided({ decision: 'drop' }),
    menuActions.givenUp(),
  ]) {
    const back = reducer(handedIn(), end);
    expect(reducer(back, answer('saved')).drafts.dishes).toBe('Pea soup 7.50\nBread');
  }
});

it('keeps what was typed on while the answer was on its way', () => {
  const { reducer } = start.startFeature;
  const on = reducer(handedIn(), start.startActions.typed({ drafts: { dishes: 'Bread 2.00' } }));
  expect(reducer(on, answer('saved')).drafts.dishes).toBe('Bread 2.00');
});
