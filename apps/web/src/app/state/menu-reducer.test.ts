import '@angular/compiler';
import type { Group, Menu } from '@hearty-ladle/core';
import { describe, expect, it } from 'vitest';
import { menuActions } from './menu-actions.ts';
import { menuFeature } from './menu-reducer.ts';
import { INITIAL, type MenuState, needsRead } from './menu-state.ts';

const group = (id: string, name = id): Group => ({ id, name, prompt: id, kind: 'choices' });
const menu = (...groups: Group[]): Menu => ({
  format: 'hearty-ladle/menu@1',
  name: 'House',
  currency: 'EUR',
  locales: ['en'],
  priceLists: [{ id: 'p', name: 'P' }],
  stations: [{ id: 's', name: 'S' }],
  sections: [],
  items: [],
  groups,
});
const stored = (revision: number, version: number, ...groups: Group[]) => ({
  revision,
  menu: menu(...groups),
  versions: { groups: Object.fromEntries(groups.map(({ id }) => [id, version])) },
});
const put = (thing: Group, mergeKey?: string) =>
  menuActions.changed({
    label: `put ${thing.name}`,
    change: { edits: [{ type: 'put', kind: 'groups', thing }] },
    ...(mergeKey && { mergeKey }),
  });

type Action = Parameters<typeof menuFeature.reducer>[1];
const after = (state: MenuState, ...actions: Action[]) => actions.reduce(menuFeature.reducer, state);
const names = (state: MenuState) => state.menu?.groups.map(({ name }) => name);
const open = after(
  INITIAL,
  menuActions.opened(),
  menuActions.arrived({ stored: stored(1, 1, group('a'), group('b')) }),
);
const kept = (id: number, version: number) =>
  menuActions.answered({
    id,
    answer: {
      outcome: 'saved',
      saved: { revision: version, seq: version, versions: [{ kind: 'groups', id: 'a', version }] },
    },
  });

describe('the menu in the browser', () => {
  it('shows an edit at once, and lets it wait for the server', () => {
    const edited = after(open, put(group('a', 'A!')));
    expect(names(edited)).toEqual(['A!', 'b']);
    expect(edited.pendingEdits).toHaveLength(1);
    expect(after(edited, menuActions.sending({ id: 1, requestId: 'request-1' }), kept(1, 2))).toMatchObject({
      pendingEdits: [],
      sending: false,
      versions: { groups: { a: 2, b: 1 } },
    });
  });

  it('merges typing in one field into one edit, unless it was sent already', () => {
    const typed = after(open, put(group('a', 'A'), 'a name'), put(group('a', 'AB'), 'a name'));
    expect([typed.pendingEdits.length, typed.past.length]).toEqual([1, 1]);
    expect(names(after(typed, menuActions.undo()))).toEqual(['a', 'b']);
    const more = after(typed, menuActions.sending({ id: 1, requestId: 'request-1' }), put(group('a', 'ABC'), 'a name'));
    expect(more.pendingEdits).toHaveLength(2);
  });

  it('undoes and does again, through the same way as every other change', () => {
    const done = after(open, put(group('a', '1')), put(group('b', '2')), menuActions.undo(), menuActions.undo());
    expect(names(done)).toEqual(['a', 'b']);
    expect(done.pendingEdits).toHaveLength(4);
    expect(names(after(done, menuActions.redo(), menuActions.redo()))).toEqual(['1', '2']);
    expect(after(done, menuActions.redo(), put(group('b', 'new'))).future).toEqual([]);
  });

  it('does not undo past what somebody else did to the same thing', () => {
    const mine = after(
      open,
      put(group('a', 'mine')),
      menuActions.sending({ id: 1, requestId: 'request-1' }),
      kept(1, 2),
    );
    const theirs = after(
      mine,
      menuActions.arrived({ stored: stored(3, 3, group('a', 'theirs'), group('b')) }),
      menuActions.undo(),
    );
    expect(names(theirs)).toEqual(['theirs', 'b']);
    expect(theirs.notice).toContain('somebody else has changed the same thing');
  });

  it('puts what waits on top of news, field by field', () => {
    const waiting = after(
      open,
      put(group('a', 'mine')),
      menuActions.arrived({ stored: stored(2, 2, { ...group('a'), help: 'theirs' }, group('b', 'news')) }),
    );
    expect(waiting.menu?.groups).toEqual([
      { ...group('a', 'mine'), prompt: 'a', help: 'theirs', id: 'a' },
      group('b', 'news'),
    ]);
    expect(waiting.versions).toEqual({ groups: { a: 2, b: 2 } });
  });

  it('keeps both sides of a clash until the person decides', () => {
    const conflicts = [{ kind: 'groups' as const, id: 'a', version: 2, thing: group('a', 'theirs') }];
    const clashed = after(
      open,
      put(group('a', 'mine')),
      put(group('b', 'kept')),
      menuActions.sending({ id: 1, requestId: 'request-1' }),
      menuActions.answered({ id: 1, answer: { outcome: 'conflict', revision: 2, conflicts } }),
    );
    expect(clashed.clashes).toMatchObject([{ id: 'a', path: ['name'], mine: 'mine', theirs: 'theirs' }]);
    const news = after(clashed, menuActions.arrived({ stored: stored(2, 2, group('a', 'theirs'), group('b')) }));
    expect(names(news)).toEqual(['theirs', 'kept']);
    const [clash] = news.clashes;
    if (!clash) throw new Error('no clash');
    expect(names(after(news, menuActions.clashResolved({ clash, keepMine: false })))).toEqual(['theirs', 'kept']);
    expect(names(after(news, menuActions.clashResolved({ clash, keepMine: true })))).toEqual(['mine', 'kept']);
  });

  it('takes back what the server refuses, and says why', () => {
    const refused = after(
      open,
      put(group('a', 'bad')),
      menuActions.sending({ id: 1, requestId: 'request-1' }),
      menuActions.answered({
        id: 1,
        answer: {
          outcome: 'refused',
          faults: [{ path: '', code: 'id-twice', params: { id: 'bad' }, says: 'Twice.' }],
          message: '',
        },
      }),
    );
    expect(names(refused)).toEqual(['a', 'b']);
    expect(refused).toMatchObject({
      pendingEdits: [],
      past: [],
      notice: '“put bad” was not saved. The id “bad” is used twice.',
    });
  });

  it.each(['offline', 'busy', 'failed'] as const)(
    'keeps a change that is not answered (%s), under the id it was sent with, and merges nothing into it',
    (outcome) => {
      const unanswered = after(
        open,
        put(group('a', 'mine'), 'a name'),
        menuActions.sending({ id: 1, requestId: 'first' }),
        menuActions.answered({ id: 1, answer: { outcome } }),
      );
      expect(unanswered).toMatchObject({
        sendFailure: outcome,
        sending: false,
        pendingEdits: [{ requestId: 'first' }],
      });
      const typed = after(unanswered, put(group('a', 'mine, and more'), 'a name'));
      expect(typed.pendingEdits.map(({ requestId }) => requestId)).toEqual(['first', undefined]);
      expect(after(typed, menuActions.sendAgain())).toMatchObject({ sendFailure: undefined });
    },
  );

  it('gives up only the change that the server can’t save', () => {
    const failed = after(
      open,
      put(group('a', 'bad')),
      put(group('b', 'good')),
      menuActions.sending({ id: 1, requestId: 'r' }),
      menuActions.answered({ id: 1, answer: { outcome: 'failed' } }),
      menuActions.givenUp(),
    );
    expect(names(failed)).toEqual(['a', 'good']);
    expect(failed).toMatchObject({
      pendingEdits: [{ label: 'put good' }],
      isStale: true,
      sendFailure: undefined,
      notice: '“put bad” was not saved.',
    });
  });

  it('lets no late answer erase what was saved since', () => {
    const saved = after(open, put(group('a', 'saved')), menuActions.sending({ id: 1, requestId: 'r' }), kept(1, 2));
    expect(names(after(saved, menuActions.arrived({ stored: stored(1, 1, group('a'), group('b')) })))).toEqual([
      'saved',
      'b',
    ]);
  });

  it('knows that others changed the menu where a saved change does not follow on what is known', () => {
    const next = after(open, put(group('a', 'mine')), menuActions.sending({ id: 1, requestId: 'r' }), kept(1, 2));
    expect([next.revision, needsRead(next)]).toEqual([2, false]);
    const gap = after(open, put(group('a', 'mine')), menuActions.sending({ id: 1, requestId: 'r' }), kept(1, 4));
    expect([gap.revision, gap.newest, needsRead(gap)]).toEqual([1, 4, true]);
  });

  it('reads again on news, never while a change is under way, and after a failure only when told to', () => {
    const news = after(open, menuActions.newsHeard({ revision: 3 }));
    expect([needsRead(open), needsRead(news)]).toEqual([false, true]);
    expect(needsRead(after(news, put(group('a', 'x')), menuActions.sending({ id: 1, requestId: 'r' })))).toBe(false);
    const failed = after(news, menuActions.loadFailed({ kind: 'failed' }));
    expect([
      needsRead(failed),
      needsRead(after(failed, menuActions.readAgain())),
      needsRead(after(failed, menuActions.opened())),
    ]).toEqual([false, true, true]);
    expect(needsRead(after(open, menuActions.newsHeard({ revision: undefined })))).toBe(true);
    expect(after(INITIAL, menuActions.opened(), menuActions.loadFailed({ kind: 'offline' })).load).toEqual({
      status: 'failed',
    });
  });
});
