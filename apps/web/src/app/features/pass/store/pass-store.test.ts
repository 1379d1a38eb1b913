import '@angular/compiler';
import { defer, of, Subject, throwError } from 'rxjs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { runEffects } from '../../../testing/run-effects.ts';
import { PassEffects, passActions, passFeature } from './pass-store.ts';

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});
const away = () => throwError(() => new Error('away'));

describe('the pass', () => {
  it('reads its tickets when it opens and whenever they move, and says when it cannot', () => {
    const replies = [of([{ id: 'a' }]), of([{ id: 'a' }, { id: 'b' }]), away()];
    const api = { tickets: vi.fn(() => replies.shift() ?? away()), printers: () => of([]) };
    const pass = runEffects(PassEffects, api, passFeature);
    pass.act(passActions.opened());
    expect(pass.state()).toMatchObject({ status: 'loaded', tickets: [{ id: 'a' }] });
    pass.events.next({ type: 'tickets' } as never);
    pass.events.next({ type: 'tickets' } as never);
    pass.events.next({ type: 'menu' } as never);
    vi.advanceTimersByTime(100);
    expect(api.tickets).toHaveBeenCalledTimes(2);
    expect(pass.state().tickets).toHaveLength(2);
    pass.events.next({ type: 'connected' } as never);
    vi.advanceTimersByTime(100);
    expect(pass.state()).toMatchObject({ status: 'failed', tickets: [{ id: 'a' }, { id: 'b' }] });
  });

  it('bumps at once, sends one request at a time, and reads the tickets again', () => {
    const answers: Subject<void>[] = [];
    const setBumped = vi.fn(() => {
      const answer = new Subject<void>();
      answers.push(answer);
      return answer;
    });
    const api = { tickets: vi.fn(() => of([{ id: 'a', bumpedAt: null }])), printers: () => of([]), setBumped };
    const pass = runEffects(PassEffects, api, passFeature);
    pass.act(passActions.opened());
    pass.act(passActions.bumped({ id: 'a', bumped: true, at: '2026-05-12T11:00:00.000Z' }));
    expect(pass.state().tickets[0]?.bumpedAt).toEqual(expect.any(String));
    pass.act(passActions.bumped({ id: 'a', bumped: false, at: '2026-05-12T11:00:01.000Z' }));
    expect(setBumped.mock.calls).toEqual([['a', true]]);
    answers[0]?.next();
    answers[0]?.complete();
    expect(setBumped.mock.calls).toEqual([
      ['a', true],
      ['a', false],
    ]);
    answers[1]?.error({ status: 404 });
    expect(api.tickets).toHaveBeenCalledTimes(3);
    expect(pass.state()).toMatchObject({ waiting: [], tickets: [{ id: 'a', bumpedAt: null }] });
  });

  it('keeps a bump that nobody answers, sends it again, and knows its own bumps from others’', () => {
    const ticket = { id: 'a', orderNumber: 7, bumpedAt: null };
    let isAway = true;
    const setBumped = vi.fn(() => defer(() => (isAway ? throwError(() => ({ status: 0 })) : of(undefined))));
    const others = { id: 'b', orderNumber: 8, bumpedAt: '2026-05-12T11:05:00.000Z' };
    const api = { tickets: () => of([ticket, others]), printers: () => of([]), setBumped };
    const pass = runEffects(PassEffects, api, passFeature);
    pass.act(passActions.opened());
    pass.act(passActions.bumped({ id: 'a', bumped: true, at: '2026-05-12T11:00:00.000Z' }));
    pass.events.next({ type: 'tickets' } as never);
    vi.advanceTimersByTime(100);
    expect(pass.state()).toMatchObject({
      waiting: [{ id: 'a' }],
      own: ['a'],
      tickets: [{ bumpedAt: expect.any(String) }, {}],
    });
    isAway = false;
    vi.advanceTimersByTime(2_000);
    expect(pass.state()).toMatchObject({ waiting: [], own: ['a'], refused: undefined });
  });

  it('prints again when it is asked to', () => {
    const api = { tickets: () => of([]), printers: () => of([]), reprint: vi.fn(() => of(undefined)) };
    runEffects(PassEffects, api, passFeature).act(passActions.reprintRequested({ id: 'a' }));
    expect(api.reprint).toHaveBeenCalledExactlyOnceWith('a');
  });
});
