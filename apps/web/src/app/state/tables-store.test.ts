import '@angular/compiler';
import { NEVER, of, throwError } from 'rxjs';
import { describe, expect, it, vi } from 'vitest';
import { runEffects } from '../testing/run-effects.ts';
import { TablesEffects, tablesActions, tablesFeature } from './tables-store.ts';

const files = [{ name: 'items.csv', content: '' }];
const end = { rows: [], same: 3, unknown: [], change: null, documents: [], refused: [] };

describe('tables', () => {
  it('are read with their progress, and what they say stays until it is dropped', () => {
    const tables = runEffects(TablesEffects, { read: () => of({ done: 500, total: 900 }, end) }, tablesFeature);
    tables.act(tablesActions.filesGiven({ files }));
    expect(tables.state()).toMatchObject({ names: ['items.csv'], running: undefined, read: end });
    tables.act(tablesActions.dropped());
    expect(tables.state()).toMatchObject({ names: [], read: undefined });
  });

  it('stop being read when they are dropped', () => {
    const read = vi.fn(() => NEVER);
    const tables = runEffects(TablesEffects, { read }, tablesFeature);
    tables.act(tablesActions.filesGiven({ files }));
    expect(tables.state().running).toEqual({ done: 0, total: 0 });
    tables.act(tablesActions.dropped());
    expect(tables.state().running).toBeUndefined();
  });

  it('say why they can’t be read', () => {
    const read = () => throwError(() => ({ status: 413, error: { title: 'Too much at once.' } }));
    const tables = runEffects(TablesEffects, { read }, tablesFeature);
    tables.act(tablesActions.filesGiven({ files }));
    expect(tables.state()).toMatchObject({ failure: 'Too much at once.', running: undefined, read: undefined });
  });
});
