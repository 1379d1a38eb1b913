import { inject, Injectable } from '@angular/core';
import type { TrailEntry } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props, Store } from '@ngrx/store';
import { catchError, exhaustMap, map, of, withLatestFrom } from 'rxjs';
import { SessionApi } from '../../../api/session-api.ts';

const PAGE = 100;

export interface TrailState {
  readonly status: 'loading' | 'loaded' | 'failed';
  readonly entries: readonly TrailEntry[];
  readonly hasMore: boolean;
}

export const trailActions = createActionGroup({
  source: 'Trail',
  events: {
    Opened: emptyProps(),
    'More asked': emptyProps(),
    Arrived: props<{ entries: readonly TrailEntry[] }>(),
    'Read failed': emptyProps(),
  },
});

export const trailFeature = createFeature({
  name: 'trail',
  reducer: createReducer<TrailState>(
    { status: 'loading', entries: [], hasMore: false },
    on(trailActions.opened, () => ({ status: 'loading' as const, entries: [], hasMore: false })),
    on(trailActions.arrived, (state, { entries }) => ({
      status: 'loaded' as const,
      entries: [...state.entries, ...entries],
      hasMore: entries.length === PAGE,
    })),
    on(trailActions.readFailed, (state) => ({ ...state, status: 'failed' as const })),
  ),
});

@Injectable()
export class TrailEffects {
  readonly #actions = inject(Actions);
  readonly #store = inject(Store);
  readonly #api = inject(SessionApi);

  readonly read = createEffect(() =>
    this.#actions.pipe(
      ofType(trailActions.opened, trailActions.moreAsked),
      withLatestFrom(this.#store.select(trailFeature.selectEntries)),
      exhaustMap(([, entries]) =>
        this.#api.trail(entries.at(-1)?.seq).pipe(
          map((more) => trailActions.arrived({ entries: more })),
          catchError(() => of(trailActions.readFailed())),
        ),
      ),
    ),
  );
}
