import type { JournalEntry } from '@hearty-ladle/core';
import { inject, Injectable } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { catchError, exhaustMap, filter, map, merge, of, switchMap } from 'rxjs';
import { Api } from '../../../api/api.ts';
import { Live } from '../../../api/live.ts';

export interface HistoryState {
  readonly status: 'loading' | 'loaded' | 'failed';
  readonly entries: readonly JournalEntry[];
  /** Whether there are older entries than those loaded. */
  readonly hasMore: boolean;
  /** Why the last undo was refused. */
  readonly refusal: { readonly seq: number; readonly message: string } | undefined;
}

export const historyActions = createActionGroup({
  source: 'History',
  events: {
    Opened: emptyProps(),
    'Older requested': props<{ before: number }>(),
    Arrived: props<{ entries: readonly JournalEntry[]; older: boolean }>(),
    'Load failed': emptyProps(),
    'Undo requested': props<{ seq: number }>(),
    'Undo answered': props<{ seq: number; message: string | undefined }>(),
  },
});

const PAGE = 60;

export const historyFeature = createFeature({
  name: 'history',
  reducer: createReducer<HistoryState>(
    { status: 'loading', entries: [], hasMore: false, refusal: undefined },
    on(historyActions.arrived, (state, { entries, older }) => ({
      ...state,
      status: 'loaded',
      entries: older ? [...state.entries, ...entries] : entries,
      hasMore: entries.length === PAGE,
    })),
    on(historyActions.loadFailed, (state) => ({ ...state, status: 'failed' })),
    on(historyActions.undoAnswered, (state, { seq, message }) => ({
      ...state,
      refusal: message === undefined ? undefined : { seq, message },
    })),
  ),
});

@Injectable()
export class HistoryEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(Api);
  readonly #live = inject(Live);
  readonly #requestIds = new Map<number, string>();

  readonly read = createEffect(() =>
    this.#actions.pipe(
      ofType(historyActions.opened),
      switchMap(() =>
        merge(of(undefined), this.#live.events.pipe(filter(({ type }) => type === 'menu' || type === 'connected'))),
      ),
      switchMap(() => this.#entries(undefined)),
    ),
  );

  readonly older = createEffect(() =>
    this.#actions.pipe(
      ofType(historyActions.olderRequested),
      exhaustMap(({ before }) => this.#entries(before)),
    ),
  );

  readonly undo = createEffect(() =>
    this.#actions.pipe(
      ofType(historyActions.undoRequested),
      exhaustMap(({ seq }) =>
        this.#api.undo(seq, this.#requestId(seq)).pipe(map((message) => historyActions.undoAnswered({ seq, message }))),
      ),
    ),
  );

  /** The same id for every try to undo one change, so that a repeated request is not refused as already undone. */
  #requestId(seq: number): string {
    const id = this.#requestIds.get(seq) ?? crypto.randomUUID();
    this.#requestIds.set(seq, id);
    return id;
  }

  #entries(before: number | undefined) {
    return this.#api.journal(before).pipe(
      map((entries) => historyActions.arrived({ entries, older: before !== undefined })),
      catchError(() => of(historyActions.loadFailed())),
    );
  }
}
