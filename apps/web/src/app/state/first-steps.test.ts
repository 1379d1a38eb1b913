import '@angular/compiler';
import { beforeAll, expect, it } from 'vitest';
import type * as Start from './first-steps.ts';
import { menuActions } from './menu-actions.ts';

let start: typeof Start;
beforeAll(async () => {
  globalThis.localStorage = { getItem: () => null, setItem: () => undefined } as never;
  start = await import('./first-steps.ts');
});

const handedIn = () => {
  const { firstStepsActions, firstStepsFeature } = start;
  return [
    firstStepsActions.typed({ drafts: { section: 'Soups', dishes: 'Pea soup 7.50\nBread', question: 'Which size?' } }),
    firstStepsActions.handedIn({ left: { dishes: 'Bread' } }),
  ].reduce(firstStepsFeature.reducer, firstStepsFeature.reducer(undefined, { type: 'start' }));
};
const answer = (outcome: string) => menuActions.answered({ id: 1, answer: { outcome } as never });

it('lets go of what was typed once the server has it, and of nothing else', () => {
  const { reducer } = start.firstStepsFeature;
  expect(handedIn().drafts.dishes).toBe('Pea soup 7.50\nBread');
  expect(reducer(handedIn(), answer('saved')).drafts).toMatchObject({ dishes: 'Bread', question: 'Which size?' });
  // A lost answer decides nothing: the change is sent again.
  expect(reducer(reducer(handedIn(), answer('offline')), answer('saved')).drafts.dishes).toBe('Bread');
});

it('gives back what was typed if the change is refused, dropped or given up', () => {
  const { reducer } = start.firstStepsFeature;
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
  const { reducer } = start.firstStepsFeature;
  const on = reducer(handedIn(), start.firstStepsActions.typed({ drafts: { dishes: 'Bread 2.00' } }));
  expect(reducer(on, answer('saved')).drafts.dishes).toBe('Bread 2.00');
});
