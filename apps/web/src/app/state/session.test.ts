import '@angular/compiler';
import { Router } from '@angular/router';
import type { Session } from '@hearty-ladle/core';
import { of, throwError } from 'rxjs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { sessionLost } from '../api/session-slice.ts';
import { runEffects } from '../testing/run-effects.ts';
import { menuFeature } from './menu-reducer.ts';
import { homeOf, sessionActions, SessionEffects, sessionFeature } from './session.ts';

const owner = { id: 'o', name: 'Odile', grants: [{ role: 'owner' as const }] };
const session: Session = { person: owner, needsOwner: false };
const assign = vi.fn();
beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('location', { assign });
  assign.mockClear();
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

/** The effects with the session's own state, and a menu with so many edits that wait. */
function opened(api: object, { url = '/sign-in', waiting = 0 } = {}) {
  const router = { url, navigate: vi.fn() };
  const menu = { ...menuFeature.reducer(undefined, { type: 'start' }), pendingEdits: Array(waiting).fill({}) };
  const feature = { name: sessionFeature.name, reducer: sessionFeature.reducer };
  const effects = runEffects(SessionEffects, api, feature, [{ provide: Router, useValue: router }], {
    [menuFeature.name]: menu,
  });
  return { ...effects, router };
}

describe('the session', () => {
  it('is asked for again until the server says who it is, on the sign-in screen', () => {
    const answers = [throwError(() => new Error('away')), of(session)];
    const { act, state } = opened({ session: () => answers.shift() });
    act(sessionActions.opened());
    expect(state().status).toBe('failed');
    vi.advanceTimersByTime(6_000);
    expect(state()).toMatchObject({ status: 'loaded', session });
  });

  it('that was lost is remembered with its person, and leads to signing in', () => {
    const { act, state, router } = opened({ session: () => of(session) }, { url: '/orders' });
    act(sessionActions.opened());
    act(sessionLost());
    expect(state()).toMatchObject({ lost: 'o', session: { needsOwner: false } });
    expect(state().session?.person).toBeUndefined();
    expect(router.navigate).toHaveBeenCalledWith(['/sign-in'], { queryParams: { from: '/orders' } });
  });

  it('is not ended while changes wait to be saved, nor where the server does not answer', () => {
    const signOut = vi.fn(() => of({ outcome: 'done', value: session }));
    const waits = opened({ signOut }, { waiting: 1 });
    waits.act(sessionActions.signedOut());
    expect(signOut).not.toHaveBeenCalled();
    expect(waits.heard.at(-1)).toMatchObject({ notice: expect.stringContaining('not saved yet') });
    const away = opened({ signOut: () => of({ outcome: 'refused', message: 'No answer.' }) });
    away.act(sessionActions.signedOut());
    expect(away.heard.at(-1)).toMatchObject({ notice: 'No answer.' });
    expect(assign).not.toHaveBeenCalled();
    opened({ signOut }).act(sessionActions.signedOut());
    expect(assign).toHaveBeenCalledExactlyOnceWith('/sign-in');
  });
});

it('each role and device comes to its own first screen', () => {
  const home = (role: 'owner' | 'editor' | 'lead' | 'till' | 'kitchen') =>
    homeOf({ person: { ...owner, grants: [{ role }] } });
  expect((['owner', 'editor', 'lead', 'till', 'kitchen'] as const).map(home)).toEqual([
    '/menu',
    '/menu',
    '/menu',
    '/till',
    '/pass',
  ]);
  expect(homeOf({ device: { id: 'd', name: 'x', kind: 'board' } })).toBe('/board');
  expect(homeOf({})).toBe('/sign-in');
});
