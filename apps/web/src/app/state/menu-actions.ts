import type { Change, Reach } from '@hearty-ladle/core';
import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { SentChange } from '../api/api.ts';
import type { Clash, Unreachable } from './menu-state.ts';
import type { StoredMenu } from '../api/wire.ts';

export const menuActions = createActionGroup({
  source: 'Menu',
  events: {
    Opened: emptyProps(),
    Arrived: props<{ stored: StoredMenu }>(),
    'Load failed': props<{ kind: Unreachable }>(),
    /** The menu may have changed: up to a revision, or unheard of (after a reconnection). */
    'News heard': props<{ revision: number | undefined }>(),
    'Read again': emptyProps(),
    /** A person's deed. `mergeKey`: deeds in a row with the same key are undone as one. */
    Changed: props<{ label: string; change: Change; mergeKey?: string; dish?: string }>(),
    'Reach progressed': props<{ id: number; done: number; total: number }>(),
    'Reach found': props<{ id: number; reach: Reach }>(),
    'Reach failed': props<{ id: number }>(),
    'Reach asked again': emptyProps(),
    /** What was decided of a change that was held: for every dish, for the one it was made at, or not at all. */
    'Held decided': props<{ decision: 'everywhere' | 'only-here' | 'drop' }>(),
    Undo: emptyProps(),
    Redo: emptyProps(),
    Sending: props<{ id: number; requestId: string }>(),
    /** What the server failed to answer is sent again, or given up. */
    'Send again': emptyProps(),
    'Given up': emptyProps(),
    Answered: props<{ id: number; answer: SentChange }>(),
    'Clash settled': props<{ clash: Clash; keepMine: boolean }>(),
    'Notice given': props<{ notice: string }>(),
    'Notice read': emptyProps(),
  },
});
