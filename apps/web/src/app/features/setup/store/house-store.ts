import { inject, Injectable } from '@angular/core';
import type { House, HouseNow } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props, Store } from '@ngrx/store';
import { catchError, exhaustMap, filter, map, merge, of, switchMap, withLatestFrom } from 'rxjs';
import { Api, type SentHouse } from '../../../api/api.ts';
import { Live } from '../../../api/live.ts';

export interface HouseState {
  readonly status: 'loading' | 'loaded' | 'failed';
  readonly now: HouseNow | undefined;
  readonly isSaving: boolean;
  readonly notice: { readonly isWell: boolean; readonly words: string } | undefined;
}

export const houseActions = createActionGroup({
  source: 'House',
  events: {
    Opened: emptyProps(),
    Arrived: props<{ now: HouseNow }>(),
    'Load failed': emptyProps(),
    Saved: props<{ house: House }>(),
    'Save answered': props<{ answer: SentHouse }>(),
    'Unused pictures deleted': emptyProps(),
  },
});

export const houseFeature = createFeature({
  name: 'house',
  reducer: createReducer<HouseState>(
    { status: 'loading', now: undefined, isSaving: false, notice: undefined },
    on(houseActions.opened, (state) => ({ ...state, notice: undefined })),
    on(houseActions.arrived, (state, { now }) => ({ ...state, status: 'loaded' as const, now })),
    on(houseActions.loadFailed, (state) => ({ ...state, status: 'failed' as const })),
    on(houseActions.saved, (state) => ({ ...state, isSaving: true, notice: undefined })),
    on(houseActions.saveAnswered, (state, { answer }) => answered(state, answer)),
  ),
});

function answered(state: HouseState, answer: SentHouse): HouseState {
  const next = { ...state, isSaving: false };
  switch (answer.outcome) {
    case 'saved':
      return {
        ...next,
        now: answer.now,
        notice: { isWell: true, words: 'Saved. In effect at every till and in the shop.' },
      };
    case 'stale':
      return {
        ...next,
        now: answer.now,
        notice: {
          isWell: false,
          words: 'Somebody else changed the settings meanwhile. Theirs are shown now; yours were not saved.',
        },
      };
    case 'not-saved':
      return { ...next, notice: { isWell: false, words: answer.message } };
  }
}

@Injectable()
export class HouseEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(Api);
  readonly #live = inject(Live);
  readonly #store = inject(Store);

  readonly read = createEffect(() =>
    this.#actions.pipe(
      ofType(houseActions.opened),
      switchMap(() =>
        merge(of(undefined), this.#live.events.pipe(filter(({ type }) => type === 'house' || type === 'connected'))),
      ),
      switchMap(() =>
        this.#api.house().pipe(
          map((now) => houseActions.arrived({ now })),
          catchError(() => of(houseActions.loadFailed())),
        ),
      ),
    ),
  );

  readonly save = createEffect(() =>
    this.#actions.pipe(
      ofType(houseActions.saved),
      withLatestFrom(this.#store.select(houseFeature.selectNow)),
      exhaustMap(([{ house }, now]) =>
        this.#api.setHouse(now?.version ?? 0, house).pipe(map((answer) => houseActions.saveAnswered({ answer }))),
      ),
    ),
  );

  readonly deleteUnused = createEffect(() =>
    this.#actions.pipe(
      ofType(houseActions.unusedPicturesDeleted),
      exhaustMap(() =>
        this.#api.deleteUnusedPictures().pipe(
          switchMap(() => this.#api.house()),
          map((now) => houseActions.arrived({ now })),
          catchError(() => of(houseActions.loadFailed())),
        ),
      ),
    ),
  );
}
