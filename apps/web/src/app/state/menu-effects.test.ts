import '@angular/compiler';
import { type ChangeRequest, type Group, type Menu } from '@hearty-ladle/core';
import { of, Subject, throwError } from 'rxjs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { SentChange } from '../api/api.ts';
import { runEffects } from '../testing/run-effects.ts';
import { menuActions } from './menu-actions.ts';
import { MenuEffects } from './menu-effects.ts';
import { menuFeature } from './menu-reducer.ts';
import { ReachFinder } from './reach-finder.ts';

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('window', {});
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const group = (id: string, name = id): Group => ({ id, name, prompt: id, kind: 'choices' });
const dishes = (...asking: string[]) => asking.map((id) => ({ id, name: id, price: 100, groups: [{ group: 'a' }] }));
const menu = (groups: Group[], items: Menu['items'] = []): Menu => ({
  format: 'hearty-ladle/menu@1',
  name: 'House',
  currency: 'EUR',
  locales: ['en'],
  priceLists: [{ id: 'p', name: 'P' }],
  stations: [{ id: 's', name: 'S' }],
  sections: [],
  items,
  groups,
});
const put = (thing: Group, mergeKey?: string) =>
  menuActions.changed({
    label: `put ${thing.name}`,
    change: { edits: [{ type: 'put', kind: 'groups', thing }] },
    ...(mergeKey && { mergeKey }),
  });
const kept = (version: number): SentChange => ({
  outcome: 'saved',
  saved: { revision: version, seq: version, versions: [{ kind: 'groups', id: 'a', version }] },
});

/** The menu effects with a server whose answers the test supplies. */
function open(items: Menu['items'] = []) {
  const asked: { request: ChangeRequest; answer: (answer: SentChange) => void }[] = [];
  let stored = { revision: 1, menu: menu([group('a'), group('b')], items), versions: { groups: { a: 1, b: 1 } } };
  const api = {
    draft: vi.fn(() => of(stored)),
    change: (request: ChangeRequest) => {
      const reply = new Subject<SentChange>();
      asked.push({
        request,
        answer: (answer) => {
          reply.next(answer);
          reply.complete();
        },
      });
      return reply;
    },
  };
  const reach = {
    find: vi.fn(() => of({ type: 'done', reach: { dishes: [], findings: [], faults: [], changesPrices: false } })),
  };
  const running = runEffects(MenuEffects, api, menuFeature, [{ provide: ReachFinder, useValue: reach }]);
  running.act(menuActions.opened());
  vi.advanceTimersByTime(50);
  return {
    ...running,
    api,
    asked,
    reach,
    serve: (next: typeof stored) => {
      stored = next;
    },
  };
}

describe('what is typed', () => {
  it('is sent after a pause, as one change with the version that it was based on', () => {
    const { act, asked, state } = open();
    act(put(group('a', 'A'), 'name'));
    vi.advanceTimersByTime(200);
    act(put(group('a', 'AB'), 'name'));
    expect(asked).toEqual([]);
    vi.advanceTimersByTime(400);
    expect(asked.map(({ request }) => request)).toEqual([
      {
        id: expect.stringMatching(/^[0-9a-f-]{36}$/),
        label: 'put AB',
        change: { edits: [{ type: 'put', kind: 'groups', thing: group('a', 'AB') }] },
        based: [{ kind: 'groups', id: 'a', version: 1 }],
      },
    ]);
    asked[0]?.answer(kept(2));
    expect(state()).toMatchObject({ pendingEdits: [], sending: false, versions: { groups: { a: 2, b: 1 } } });
  });

  it('is not waited for after a change of many things, which no key makes', () => {
    const { act, asked } = open();
    const edits = Array.from({ length: 21 }, (_, i) => ({
      type: 'put' as const,
      kind: 'groups' as const,
      thing: group(`many-${i}`),
    }));
    act(menuActions.changed({ label: 'many', change: { edits } }));
    vi.advanceTimersByTime(0);
    expect(asked.map(({ request }) => request.label)).toEqual(['many']);
  });

  it('goes to the server one change after another, each on what the one before it became', () => {
    const { act, asked } = open();
    act(put(group('a', '1')));
    act(put(group('a', '2')));
    vi.advanceTimersByTime(400);
    expect(asked).toHaveLength(1);
    asked[0]?.answer(kept(2));
    expect(asked).toHaveLength(2);
    expect(asked[1]?.request.based).toEqual([{ kind: 'groups', id: 'a', version: 2 }]);
  });

  it.each(['offline', 'busy'] as const)(
    'waits while the server can’t be reached (%s), is sent again as the same request, and a page that is closed asks first',
    (outcome) => {
      const { act, asked, state } = open();
      act(put(group('a', 'A')));
      vi.advanceTimersByTime(400);
      expect(window.onbeforeunload).toEqual(expect.any(Function));
      asked[0]?.answer({ outcome });
      expect(state()).toMatchObject({ sendFailure: outcome, pendingEdits: [{ label: 'put A' }] });
      vi.advanceTimersByTime(1_600);
      expect(asked.map(({ request }) => request)).toEqual([asked[0]?.request, asked[0]?.request]);
      asked[1]?.answer(kept(2));
      expect(state()).toMatchObject({ sendFailure: undefined, pendingEdits: [] });
      expect(window.onbeforeunload).toBeNull();
    },
  );

  it('is not sent over and over to a server that fails, but when the person says so', () => {
    const { act, asked, state } = open();
    act(put(group('a', 'A')));
    vi.advanceTimersByTime(400);
    asked[0]?.answer({ outcome: 'failed' });
    act(put(group('b', 'B')));
    vi.advanceTimersByTime(60_000);
    expect(asked).toHaveLength(1);
    expect(state()).toMatchObject({ sendFailure: 'failed', pendingEdits: [{ label: 'put A' }, { label: 'put B' }] });
    act(menuActions.sendAgain());
    expect(asked.map(({ request }) => request.id)).toEqual([asked[0]?.request.id, asked[0]?.request.id]);
  });

  it('that somebody else overtook is not lost: what stands is read, and both are there to choose from', () => {
    const { act, asked, api, state, serve } = open();
    act(put(group('a', 'Mine')));
    vi.advanceTimersByTime(400);
    serve({ revision: 5, menu: menu([group('a', 'Theirs'), group('b')]), versions: { groups: { a: 5, b: 1 } } });
    asked[0]?.answer({
      outcome: 'conflict',
      revision: 5,
      conflicts: [{ kind: 'groups', id: 'a', version: 5, thing: group('a', 'Theirs') }] as never,
    });
    vi.advanceTimersByTime(50);
    expect(api.draft).toHaveBeenCalledTimes(2);
    expect(state().menu?.groups[0]?.name).toBe('Theirs');
    expect(state().clashes).toMatchObject([{ id: 'a', path: ['name'], mine: 'Mine', theirs: 'Theirs' }]);
  });
});

describe('what others do', () => {
  it('is read once it is heard of, and not when it is known already', () => {
    const { events, api, state, serve } = open();
    serve({ revision: 4, menu: menu([group('a', 'New')]), versions: { groups: { a: 4, b: 1 } } });
    events.next({ type: 'menu', revision: 1 } as never);
    vi.advanceTimersByTime(100);
    expect(api.draft).toHaveBeenCalledTimes(1);
    events.next({ type: 'menu', revision: 4 } as never);
    vi.advanceTimersByTime(100);
    expect(state()).toMatchObject({ revision: 4, menu: { groups: [{ name: 'New' }] } });
    events.next({ type: 'connected' } as never);
    vi.advanceTimersByTime(100);
    expect(api.draft).toHaveBeenCalledTimes(3);
  });

  it('keeps the old menu on the screen when it cannot be read, and reads it by itself once it can', () => {
    const { events, api, state } = open();
    api.draft.mockImplementationOnce(() => throwError(() => ({ status: 0 })));
    events.next({ type: 'connected' } as never);
    vi.advanceTimersByTime(100);
    expect(state()).toMatchObject({ readFailure: 'offline', menu: { groups: [{}, {}] } });
    vi.advanceTimersByTime(1_600);
    expect(state()).toMatchObject({ readFailure: undefined });
    expect(api.draft).toHaveBeenCalledTimes(3);
  });

  it('is read after a reading that was under way, when it is heard of meanwhile', () => {
    const { events, api, state } = open();
    const first = new Subject<never>();
    api.draft.mockImplementationOnce(() => first);
    events.next({ type: 'menu', revision: 2 } as never);
    vi.advanceTimersByTime(100);
    events.next({ type: 'menu', revision: 3 } as never);
    vi.advanceTimersByTime(100);
    expect(api.draft).toHaveBeenCalledTimes(2);
    api.draft.mockImplementationOnce(() =>
      of({ revision: 3, menu: menu([group('a', 'Third')]), versions: { groups: { a: 3, b: 1 } } }),
    );
    first.next({ revision: 2, menu: menu([group('a', 'Second')]), versions: {} } as never);
    first.complete();
    vi.advanceTimersByTime(100);
    expect(state()).toMatchObject({ revision: 3, menu: { groups: [{ name: 'Third' }] } });
  });

  it('and the first reading can be tried again, after it failed', () => {
    const failing = open();
    failing.api.draft.mockImplementation(() => throwError(() => ({ status: 500 })));
    failing.events.next({ type: 'connected' } as never);
    vi.advanceTimersByTime(60_000);
    const before = failing.api.draft.mock.calls.length;
    failing.act(menuActions.opened());
    vi.advanceTimersByTime(100);
    expect(failing.api.draft.mock.calls.length).toBe(before + 1);
  });
});

describe('a change of what several dishes share', () => {
  it('is shown at once, and sent only after its reach was found', () => {
    const { act, asked, reach, state } = open(dishes('x', 'y'));
    act(put(group('a', 'A')));
    expect(state()).toMatchObject({
      pendingChange: { label: 'put A' },
      pendingEdits: [],
      menu: { groups: [{ name: 'A' }, {}] },
    });
    vi.advanceTimersByTime(150);
    expect(reach.find).not.toHaveBeenCalled();
    vi.advanceTimersByTime(600);
    expect(reach.find).toHaveBeenCalledTimes(1);
    const [before] = reach.find.mock.calls[0] as unknown as [Menu];
    expect(before.groups[0]?.name).toBe('a');
    vi.advanceTimersByTime(400);
    expect(asked.map(({ request }) => request.label)).toEqual(['put A']);
  });

  it('whose reach can’t be worked out says so, and can be looked at again', () => {
    const { act, reach, state } = open(dishes('x', 'y'));
    reach.find.mockImplementationOnce(() => throwError(() => new Error('the worker broke down')));
    act(put(group('a', 'A')));
    vi.advanceTimersByTime(600);
    expect(state().pendingChange).toMatchObject({ hasFailed: true, reach: undefined });
    act(menuActions.reachRequestedAgain());
    vi.advanceTimersByTime(600);
    expect(reach.find).toHaveBeenCalledTimes(2);
    expect(state()).toMatchObject({ pendingChange: undefined });
  });
});
