import type { Change, Reach, StoredMenu } from '@hearty-ladle/core';
import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { SentChange } from '../api/api.ts';
import type { Clash, UndoEntry, Unreachable } from './menu-state.ts';

export const menuActions = createActionGroup({
  source: 'Menu',
  events: {
    Opened: emptyProps(),
    Arrived: props<{ stored: StoredMenu }>(),
    'Load failed': props<{ kind: Unreachable }>(),
    /** The menu may have changed: up to this revision, or up to an unknown one (after a reconnection). */
    'News heard': props<{ revision: number | undefined }>(),
    'Read again': emptyProps(),
    /** An edit by the user. Consecutive edits with the same `mergeKey` are undone together. */
    Changed: props<{ label: string; change: Change; mergeKey?: string; dish?: string }>(),
    'Reach progressed': props<{ id: number; done: number; total: number }>(),
    'Reach found': props<{ id: number; reach: Reach }>(),
    'Reach failed': props<{ id: number }>(),
    'Reach requested again': emptyProps(),
    /** The user's decision about the pending change: apply it to every dish, to the current dish only, or discard it. */
    'Change decided': props<{ decision: 'everywhere' | 'only-here' | 'drop' }>(),
    Undo: emptyProps(),
    Redo: emptyProps(),
    /** What could be undone and redone before the page was loaded again. */
    'History restored': props<{ past: readonly UndoEntry[]; future: readonly UndoEntry[] }>(),
    Sending: props<{ id: number; requestId: string }>(),
    /** Retries, or discards, the edit that the server failed to save. */
    'Send again': emptyProps(),
    'Given up': emptyProps(),
    Answered: props<{ id: number; answer: SentChange }>(),
    'Clash resolved': props<{ clash: Clash; keepMine: boolean }>(),
    'Notice given': props<{ notice: string }>(),
    'Notice read': emptyProps(),
  },
});
