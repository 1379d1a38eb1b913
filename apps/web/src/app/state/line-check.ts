import { inject, Injectable } from '@angular/core';
import type { Analysis, Finding, Mend, Menu } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props, Store } from '@ngrx/store';
import { catchError, debounceTime, distinctUntilChanged, filter, map, of, switchMap, takeUntil } from 'rxjs';
import { menuFeature } from './menu-reducer.ts';
import type { CheckMessage } from './check-message.ts';
import { menuPost } from './menu-post.ts';
import { WorkerLine } from './worker-line.ts';

export interface CheckState {
  /** Findings of the last completed check, kept while a new one runs. */
  readonly findings: readonly Finding[] | undefined;
  /** They are only what the first check has found so far. */
  readonly isPartial: boolean;
  /** What each dish can cost, of the last menu for which it was worked out. */
  readonly analyses: readonly Analysis[] | undefined;
  readonly running: { readonly done: number; readonly total: number } | undefined;
  /** Proved mends, by the finding that they remove. */
  readonly mends: Readonly<Record<string, Mend>>;
  /** The last check crashed, so its findings are unknown. */
  readonly hasFailed: boolean;
}

export const checkActions = createActionGroup({
  source: 'Check',
  events: {
    Opened: emptyProps(),
    'Message arrived': props<{ message: CheckMessage }>(),
    Stopped: emptyProps(),
    Failed: emptyProps(),
  },
});

export const checkFeature = createFeature({
  name: 'check',
  reducer: createReducer<CheckState>(
    { findings: undefined, isPartial: false, analyses: undefined, running: undefined, mends: {}, hasFailed: false },
    on(checkActions.messageArrived, (state, { message }) => arrived(state, message)),
    on(checkActions.stopped, (state) => ({ ...state, running: undefined })),
    on(checkActions.failed, (state) => ({ ...state, running: undefined, hasFailed: true })),
  ),
});

function arrived(state: CheckState, message: CheckMessage): CheckState {
  switch (message.type) {
    case 'progress': {
      const { done, total, found } = message;
      const isFirst = found && (state.isPartial || state.findings === undefined);
      return {
        ...state,
        running: { done, total },
        hasFailed: false,
        ...(isFirst && { findings: found, isPartial: true }),
      };
    }
    case 'done': {
      const { findings } = message;
      return { ...state, findings, isPartial: false, mends: {}, running: undefined, hasFailed: false };
    }
    case 'analyzed':
      return { ...state, analyses: message.analyses };
    case 'mend':
      return { ...state, mends: { ...state.mends, [message.finding]: message.mend } };
    case 'settled':
      return state;
  }
}

const PAUSE_MS = 250;

@Injectable()
export class CheckEffects {
  readonly #actions = inject(Actions);
  readonly #store = inject(Store);
  /** The worker is kept: it remembers what it proved. */
  readonly #line = new WorkerLine<Menu, CheckMessage>({
    start: () => new Worker(new URL('./check.worker', import.meta.url), { type: 'module' }),
    isLast: ({ type }) => type === 'settled',
    post: menuPost,
    canLeaveRest: ({ type }) => type === 'done',
  });

  /** Runs a new check in a worker whenever the menu changes; an outdated check is terminated, a worker past it is asked again. */
  readonly check = createEffect(() =>
    this.#actions.pipe(
      ofType(checkActions.opened),
      switchMap(() => this.#store.select(menuFeature.selectMenu)),
      filter((menu): menu is Menu => menu !== undefined),
      distinctUntilChanged(),
      debounceTime(PAUSE_MS),
      switchMap((menu) =>
        this.#line.ask(menu).pipe(
          takeUntil(this.#actions.pipe(ofType(checkActions.stopped))),
          map((message) => checkActions.messageArrived({ message })),
          catchError(() => of(checkActions.failed())),
        ),
      ),
    ),
  );
}
