import { inject, Injectable } from '@angular/core';
import type { SignedIn } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { catchError, map, of, switchMap } from 'rxjs';
import { SessionApi } from '../api/session-api.ts';

/** The people who may act with a PIN here, read whenever one is asked for. */
export interface PinPeopleState {
  readonly people: readonly SignedIn[];
  readonly status: 'loading' | 'loaded' | 'failed';
}

export const pinPeopleActions = createActionGroup({
  source: 'PIN people',
  events: { Opened: emptyProps(), Arrived: props<{ people: readonly SignedIn[] }>(), 'Read failed': emptyProps() },
});

export const pinPeopleFeature = createFeature({
  name: 'pinPeople',
  reducer: createReducer<PinPeopleState>(
    { people: [], status: 'loading' },
    on(pinPeopleActions.opened, (state) => ({ ...state, status: 'loading' as const })),
    on(pinPeopleActions.arrived, (_, { people }) => ({ people, status: 'loaded' as const })),
    on(pinPeopleActions.readFailed, (state) => ({ ...state, status: 'failed' as const })),
  ),
});

@Injectable()
export class PinPeopleEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(SessionApi);

  readonly read = createEffect(() =>
    this.#actions.pipe(
      ofType(pinPeopleActions.opened),
      switchMap(() =>
        this.#api.peopleHere().pipe(
          map((people) => pinPeopleActions.arrived({ people })),
          catchError(() => of(pinPeopleActions.readFailed())),
        ),
      ),
    ),
  );
}
