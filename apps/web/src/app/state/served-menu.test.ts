import '@angular/compiler';
import { HttpErrorResponse } from '@angular/common/http';
import type { ServedMenu } from '@hearty-ladle/core';
import { type Observable, of, throwError } from 'rxjs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { runEffects } from '../testing/run-effects.ts';
import { chosenLanguageFeature } from './chosen-language.ts';
import { chosenLocationFeature } from './chosen-location.ts';
import { ServedEffects, servedActions, servedFeature } from './served-menu.ts';

beforeEach(() => vi.useFakeTimers());
afterEach(() => vi.useRealTimers());

const edition = (number: number): ServedMenu => ({
  ...{ edition: number, hash: `hash ${number}`, location: 'steps' },
  menu: { name: `Edition ${number}`, locales: ['en'] } as never,
});

function house(chosen: string | undefined) {
  const answer: { now: () => Observable<ServedMenu> } = { now: () => of(edition(1)) };
  const api = { servedMenu: vi.fn((_location?: string, _language?: string) => answer.now()) };
  const run = runEffects(ServedEffects, api, servedFeature, [], {
    [chosenLocationFeature.name]: { chosen },
    [chosenLanguageFeature.name]: { locale: 'es' },
    session: undefined,
  });
  const open = async (audience: 'shop' | 'device' | 'workbench') => {
    run.act(servedActions.opened({ audience }));
    await vi.advanceTimersByTimeAsync(100);
  };
  return { ...run, api, answer, open };
}

describe('what is served', () => {
  it('is read for the chosen location, and again when another edition is published, as what it was if it is the same', async () => {
    const { api, answer, open, events, state } = house('steps');
    await open('shop');
    expect(api.servedMenu.mock.calls).toEqual([['steps', 'es']]);
    const first = state().served;
    events.next({ type: 'editions' });
    await vi.advanceTimersByTimeAsync(100);
    expect(api.servedMenu).toHaveBeenCalledTimes(2);
    expect(state().served).toBe(first);
    answer.now = () => of(edition(2));
    events.next({ type: 'connected' });
    await vi.advanceTimersByTimeAsync(100);
    expect(state().served?.edition).toBe(2);
    events.next({ type: 'tickets' });
    await vi.advanceTimersByTimeAsync(100);
    expect(api.servedMenu).toHaveBeenCalledTimes(3);
  });

  it('is not read in the workbench, which shows the draft, and is let go there', async () => {
    const { api, open, state } = house(undefined);
    await open('workbench');
    expect(api.servedMenu).not.toHaveBeenCalled();
    await open('device');
    expect(state().served?.edition).toBe(1);
    await open('workbench');
    expect(state()).toMatchObject({ served: undefined, audience: 'workbench' });
  });

  it('is asked for again while the server is away, but not where nothing is published; news of it come by themselves', async () => {
    const { api, answer, open, events, state } = house(undefined);
    answer.now = () => throwError(() => new HttpErrorResponse({ status: 0 }));
    await open('shop');
    expect(state()).toMatchObject({ hasFailed: true, isNotServed: false });
    await vi.advanceTimersByTimeAsync(3_500);
    expect(api.servedMenu.mock.calls.length).toBeGreaterThanOrEqual(3);
    answer.now = () => throwError(() => new HttpErrorResponse({ status: 404 }));
    await vi.advanceTimersByTimeAsync(2_000);
    expect(state()).toMatchObject({ hasFailed: true, isNotServed: true });
    const asked = api.servedMenu.mock.calls.length;
    await vi.advanceTimersByTimeAsync(60_000);
    expect(api.servedMenu).toHaveBeenCalledTimes(asked);
    answer.now = () => of(edition(1));
    events.next({ type: 'editions' });
    await vi.advanceTimersByTimeAsync(100);
    expect(state()).toMatchObject({ isNotServed: false, served: { edition: 1 } });
  });
});
