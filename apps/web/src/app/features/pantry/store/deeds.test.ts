import '@angular/compiler';
import type { Action } from '@ngrx/store';
import { describe, expect, it } from 'vitest';
import { boardActions, boardFeature } from './board-store.ts';
import { type Deed, deedActions, deedFeature } from './deed-store.ts';
import { sheetActions, sheetFeature, sheetKey } from './sheet-store.ts';

const egg = { ingredient: 'egg' };
const move: Deed = { key: 'k', move: { kind: 'count', location: 'steps', rows: [{ what: egg, quantity: 3 }] } };
const off: Deed = { key: 'o', off: { whats: [egg, { item: 'toast' }] } };
const at = sheetKey('steps', 'count');
const typed = { typed: { '["ingredient","egg"]': { text: '3', seen: 5 } }, reason: '' };

function after(...actions: Action[]) {
  const start = { type: 'start' };
  return actions.reduce(
    (state, action) => ({
      deeds: deedFeature.reducer(state.deeds, action),
      board: boardFeature.reducer(state.board, action),
      sheets: sheetFeature.reducer(state.sheets, action),
    }),
    {
      deeds: deedFeature.reducer(undefined, start),
      board: boardFeature.reducer(undefined, start),
      sheets: sheetFeature.reducer(undefined, start),
    },
  );
}
const sent = [
  sheetActions.modeChosen({ mode: 'count' }),
  sheetActions.changed({ at, sheet: { ...typed, sent: 'k' } }),
  deedActions.added({ deed: move }),
];

describe('what was typed in the pantry', () => {
  it('stays until the server has it, and goes then', () => {
    expect(after(...sent).sheets.sheets[at]).toEqual({ ...typed, sent: 'k' });
    const unanswered = deedActions.answered({ deed: move, answer: { outcome: 'unanswered' } });
    expect(after(...sent, unanswered).deeds.waiting).toEqual([move]);
    const done = after(
      ...sent,
      unanswered,
      deedActions.answered({ deed: move, answer: { outcome: 'done', offs: [] } }),
    );
    expect(done).toMatchObject({ deeds: { waiting: [] }, sheets: { mode: 'look', sheets: {} } });
  });

  it('can be mended and sent again where it was refused, or the PIN was not given', () => {
    const refused = deedActions.answered({ deed: move, answer: { outcome: 'refused', code: 'too-much' } });
    const dropped = deedActions.dropped({ deeds: [move] });
    for (const action of [refused, dropped])
      expect(after(...sent, action)).toMatchObject({
        deeds: { waiting: [], asksPin: false },
        sheets: { mode: 'count', sheets: { [at]: typed } },
      });
    expect(after(...sent, refused).sheets.sheets[at]?.sent).toBeUndefined();
  });

  it('belongs to its location and to what is done: nothing that was typed elsewhere is sent with it', () => {
    expect(new Set([at, sheetKey('millrace', 'count'), sheetKey('steps', 'waste')]).size).toBe(3);
    const other = sheetActions.cancelled({ at: sheetKey('millrace', 'count') });
    expect(after(...sent, other).sheets.sheets[at]).toBeDefined();
  });
});

it('what was to go off is armed again if the PIN was not given', () => {
  const armed = after(boardActions.armed({ what: egg }), deedActions.added({ deed: off }));
  expect(armed.board.armed).toEqual([]);
  expect(after(deedActions.added({ deed: off }), deedActions.dropped({ deeds: [off, move] })).board.armed).toEqual([
    egg,
    { item: 'toast' },
  ]);
});
