import '@angular/compiler';
import { of, throwError } from 'rxjs';
import { describe, expect, it, vi } from 'vitest';
import { runEffects } from '../../../testing/run-effects.ts';
import { HistoryEffects, historyActions, historyFeature } from './history-store.ts';

const away = () => throwError(() => new Error('away'));

describe('the history', () => {
  const page = (from: number, count: number) => Array.from({ length: count }, (_, i) => ({ seq: from - i }));

  it('grows at its end, and knows whether there is more', () => {
    const api = {
      journal: vi.fn((before?: number) => of(before === undefined ? page(100, 60) : page(before - 1, 10))),
    };
    const history = runEffects(HistoryEffects, api, historyFeature);
    history.act(historyActions.opened());
    expect(history.state()).toMatchObject({ status: 'loaded', hasMore: true });
    history.act(historyActions.olderRequested({ before: 41 }));
    expect(history.state().entries.map(({ seq }) => seq)).toEqual(page(100, 70).map(({ seq }) => seq));
    expect(history.state().hasMore).toBe(false);
  });

  it('says why something cannot be undone, until it can', () => {
    const answers = ['The milk was changed since.', undefined];
    const history = runEffects(
      HistoryEffects,
      { journal: () => of([]), undo: () => of(answers.shift()) },
      historyFeature,
    );
    history.act(historyActions.undoRequested({ seq: 7 }));
    expect(history.state().refusal).toEqual({ seq: 7, message: 'The milk was changed since.' });
    history.act(historyActions.undoRequested({ seq: 7 }));
    expect(history.state().refusal).toBeUndefined();
  });

  it('keeps what it had when the server is away', () => {
    const replies = [of(page(3, 3)), away()];
    const history = runEffects(HistoryEffects, { journal: () => replies.shift() ?? away() }, historyFeature);
    history.act(historyActions.opened());
    history.events.next({ type: 'menu' } as never);
    expect(history.state()).toMatchObject({ status: 'failed', entries: page(3, 3) });
  });
});
