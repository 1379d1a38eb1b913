import { checkMenu, type Context } from '@hearty-ladle/core';
import { describe, expect, it } from 'vitest';
import { brothBar } from '../../core/src/testing/broth-bar.ts';
import { checkInWorker } from './check-in-worker.ts';

const context: Context = { at: '2026-05-12T13:00' };

describe('line check in a thread', () => {
  it('finds what it finds without one, and tells after each dish', async () => {
    const menu = brothBar();
    const told: number[] = [];
    const findings = await checkInWorker(menu, context, (done) => told.push(done));
    expect(findings).toEqual(checkMenu(menu, context, () => ''));
    expect(told).toEqual(menu.items.map((_, i) => i + 1));
  });

  it('ends with the signal’s reason as soon as it is stopped', async () => {
    const menu = brothBar();
    const many = {
      ...menu,
      items: Array.from({ length: 100 }, (_, i) =>
        menu.items.map((item) => ({ ...item, id: `${item.id}-${i}`, price: i })),
      ).flat(),
    };
    const stop = new AbortController();
    const asked = checkInWorker(many, context, () => stop.abort(new Error('enough')), stop.signal);
    await expect(asked).rejects.toThrow('enough');
    await expect(checkInWorker(menu, context, () => undefined, stop.signal)).rejects.toThrow('enough');
  });
});
