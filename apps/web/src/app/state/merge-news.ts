import {
  applyUnchecked,
  type Change,
  invert,
  mergeChange,
  type StoredMenu,
  touchedBy,
  type Versions,
  type Workbook,
} from '@hearty-ladle/core';
import { type Clash, type MenuState, type PendingEdit, versionOf, withVersions } from './menu-state.ts';

/** What others made of the menu; `by`: who, if known. */
interface News {
  readonly menu: Workbook;
  readonly versions: Versions;
  readonly by: string | undefined;
}

/** Applies a menu that was read, with the pending edits on top. */
export function rebased(state: MenuState, { revision, menu, versions, by }: StoredMenu): MenuState {
  return {
    ...withNews(state, { menu, versions, by }),
    load: { status: 'loaded' },
    revision,
    newest: Math.max(state.newest, revision),
  };
}

/**
 * Puts the pending edits on top of what others made of the menu: changes of different rows and fields both stay. Where
 * both changed one value, theirs stands, and the person is asked. An edit that may have reached the server already stays
 * as it was sent, based on the version that it was sent with.
 */
export function withNews(state: MenuState, { menu, versions, by }: News): MenuState {
  const clashes: Clash[] = [];
  const replaced = new Map<Change, { change: Change; inverse: Change }>();
  let now = menu;
  const merged = <E extends { label: string; change: Change; inverse: Change }>(edit: E): E | undefined => {
    const { change, clashes: found } = mergeChange(edit.change, edit.inverse, now);
    clashes.push(...found.map((clash) => ({ ...clash, label: edit.label, by })));
    const next = { change, inverse: invert(now, change) };
    replaced.set(edit.change, next);
    now = applyUnchecked(now, change);
    return change.edits.length === 0 ? undefined : { ...edit, ...next };
  };
  const pendingEdits = state.pendingEdits.flatMap((edit): PendingEdit[] => {
    if (edit.requestId === undefined) return [merged(edit)].filter((it) => it !== undefined);
    now = applyUnchecked(now, edit.change);
    return [edit];
  });
  const pending = state.pendingChange && merged(state.pendingChange);
  // What it touches may differ now: its reach is found anew.
  const pendingChange = pending && { ...pending, id: state.nextId, reach: undefined, progress: undefined };
  const sent = pendingEdits.filter(({ requestId }) => requestId !== undefined);
  const known = sent
    .flatMap(({ change }) => touchedBy(change))
    .map((ref) => ({ ...ref, version: versionOf(state.versions, ref) }));
  return {
    ...state,
    menu: now,
    versions: withVersions(versions, known),
    pendingEdits,
    pendingChange,
    nextId: pending ? state.nextId + 1 : state.nextId,
    past: state.past
      .map((entry) => ({ ...entry, ...replaced.get(entry.change) }))
      .filter(({ change }) => change.edits.length > 0),
    clashes: [...state.clashes, ...clashes],
  };
}
