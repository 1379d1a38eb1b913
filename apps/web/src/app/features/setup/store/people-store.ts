import { inject, Injectable } from '@angular/core';
import type { Device, PairingCode, PairingRequest, Person, PersonChange } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { catchError, exhaustMap, forkJoin, map, of, switchMap } from 'rxjs';
import type { Asked } from '../../../api/asked.ts';
import { SessionApi } from '../../../api/session-api.ts';

export interface PeopleState {
  readonly status: 'loading' | 'loaded' | 'failed';
  readonly people: readonly Person[];
  readonly devices: readonly Device[];
  readonly isSending: boolean;
  readonly notice: { readonly isWell: boolean; readonly words: string } | undefined;
  /** The code that was made last, until another is or the page is left. */
  readonly code: (PairingCode & Pick<PairingRequest, 'name'>) | undefined;
}

export const peopleActions = createActionGroup({
  source: 'People',
  events: {
    Opened: emptyProps(),
    Arrived: props<{ people: readonly Person[]; devices: readonly Device[] }>(),
    'Read failed': emptyProps(),
    'Person saved': props<{ person: PersonChange }>(),
    'Save answered': props<{ answer: Asked<Person> }>(),
    'Code asked': props<{ request: PairingRequest }>(),
    'Code answered': props<{ name: string; answer: Asked<PairingCode> }>(),
    'Device withdrawn': props<{ id: string }>(),
    'Withdrawal answered': props<{ answer: Asked<unknown> }>(),
  },
});

const failed = (words: string) => ({ isWell: false, words });

export const peopleFeature = createFeature({
  name: 'people',
  reducer: createReducer<PeopleState>(
    { status: 'loading', people: [], devices: [], isSending: false, notice: undefined, code: undefined },
    on(peopleActions.opened, (state) => ({ ...state, notice: undefined, code: undefined })),
    on(peopleActions.arrived, (state, { people, devices }) => ({
      ...state,
      status: 'loaded' as const,
      people,
      devices,
    })),
    on(peopleActions.readFailed, (state) => ({ ...state, status: 'failed' as const })),
    on(peopleActions.personSaved, peopleActions.codeAsked, (state) => ({
      ...state,
      isSending: true,
      notice: undefined,
    })),
    on(peopleActions.saveAnswered, (state, { answer }) => ({
      ...state,
      isSending: false,
      notice:
        answer.outcome === 'done' ? { isWell: true, words: `${answer.value.name} is saved.` } : failed(answer.message),
    })),
    on(peopleActions.codeAnswered, (state, { name, answer }) =>
      answer.outcome === 'done'
        ? { ...state, isSending: false, code: { ...answer.value, name } }
        : { ...state, isSending: false, notice: failed(answer.message) },
    ),
    on(peopleActions.withdrawalAnswered, (state, { answer }) => ({
      ...state,
      notice:
        answer.outcome === 'done'
          ? { isWell: true, words: 'It can do nothing here any more until it is paired again.' }
          : failed(answer.message),
    })),
  ),
});

@Injectable()
export class PeopleEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(SessionApi);

  readonly read = createEffect(() =>
    this.#actions.pipe(
      ofType(peopleActions.opened, peopleActions.saveAnswered, peopleActions.withdrawalAnswered),
      switchMap(() =>
        forkJoin({ people: this.#api.people(), devices: this.#api.devices() }).pipe(
          map((arrived) => peopleActions.arrived(arrived)),
          catchError(() => of(peopleActions.readFailed())),
        ),
      ),
    ),
  );

  readonly save = createEffect(() =>
    this.#actions.pipe(
      ofType(peopleActions.personSaved),
      exhaustMap(({ person }) => this.#api.setPerson(person)),
      map((answer) => peopleActions.saveAnswered({ answer })),
    ),
  );

  readonly code = createEffect(() =>
    this.#actions.pipe(
      ofType(peopleActions.codeAsked),
      exhaustMap(({ request }) =>
        this.#api
          .newPairingCode(request)
          .pipe(map((answer) => peopleActions.codeAnswered({ name: request.name, answer }))),
      ),
    ),
  );

  readonly withdraw = createEffect(() =>
    this.#actions.pipe(
      ofType(peopleActions.deviceWithdrawn),
      exhaustMap(({ id }) => this.#api.withdrawDevice(id)),
      map((answer) => peopleActions.withdrawalAnswered({ answer })),
    ),
  );
}
