import { inject, Injectable } from '@angular/core';
import type { Progress } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, on, props } from '@ngrx/store';
import { catchError, debounceTime, filter, map, merge, of, switchMap } from 'rxjs';
import { OrderingApi } from '../../../api/ordering-api.ts';
import { Live } from '../../../api/live.ts';

export type ProgressState =
  { readonly status: 'loading' | 'unknown' | 'away' } | { readonly status: 'loaded'; readonly progress: Progress };

export const progressActions = createActionGroup({
  source: 'Progress',
  events: {
    Opened: props<{ id: string }>(),
    Arrived: props<{ progress: Progress }>(),
    Failed: props<{ isUnknown: boolean }>(),
  },
});

/** How far the order on the page is. */
export const progressFeature = createFeature({
  name: 'progress',
  reducer: createReducer<{ readonly shown: ProgressState }>(
    { shown: { status: 'loading' } },
    on(progressActions.opened, () => ({ shown: { status: 'loading' } as const })),
    on(progressActions.arrived, (_, { progress }) => ({ shown: { status: 'loaded', progress } as const })),
    on(progressActions.failed, (_, { isUnknown }) => ({ shown: { status: isUnknown ? 'unknown' : 'away' } as const })),
  ),
});

const PAUSE_MS = 80;

@Injectable()
export class ProgressEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(OrderingApi);
  readonly #live = inject(Live);

  /** Follows one order while its tickets are completed; read again at every event and after each reconnection. */
  readonly follow = createEffect(() =>
    this.#actions.pipe(
      ofType(progressActions.opened),
      switchMap(({ id }) => {
        const news = this.#live.events.pipe(
          filter(({ type }) => type === 'tickets' || type === 'connected'),
          debounceTime(PAUSE_MS),
        );
        return merge(of(undefined), news).pipe(
          switchMap(() =>
            this.#api.progress(id).pipe(
              map((progress) => progressActions.arrived({ progress })),
              catchError((error: { status?: number }) =>
                of(progressActions.failed({ isUnknown: error.status === 404 })),
              ),
            ),
          ),
        );
      }),
    ),
  );
}
