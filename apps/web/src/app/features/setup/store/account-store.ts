import { inject, Injectable } from '@angular/core';
import type { OwnSecrets } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { exhaustMap, filter, map } from 'rxjs';
import type { Asked } from '../../../api/asked.ts';
import { SessionApi } from '../../../api/session-api.ts';
import { sessionLost } from '../../../api/session-slice.ts';

export interface AccountState {
  readonly isSending: boolean;
  readonly notice: { readonly isWell: boolean; readonly words: string } | undefined;
}

export const accountActions = createActionGroup({
  source: 'Account',
  events: {
    Opened: emptyProps(),
    'Secrets sent': props<{ secrets: OwnSecrets }>(),
    'Secrets answered': props<{ answer: Asked<unknown> }>(),
    'Signed out everywhere': emptyProps(),
    'Sign out answered': props<{ answer: Asked<unknown> }>(),
  },
});

export const accountFeature = createFeature({
  name: 'account',
  reducer: createReducer<AccountState>(
    { isSending: false, notice: undefined },
    on(accountActions.opened, () => ({ isSending: false, notice: undefined })),
    on(accountActions.secretsSent, () => ({ isSending: true, notice: undefined })),
    on(accountActions.secretsAnswered, (_, { answer }) => ({
      isSending: false,
      notice:
        answer.outcome === 'done'
          ? { isWell: true, words: 'Changed. Everywhere else you have to sign in again.' }
          : { isWell: false, words: answer.message },
    })),
    on(accountActions.signOutAnswered, (state, { answer }) =>
      answer.outcome === 'done' ? state : { ...state, notice: { isWell: false, words: answer.message } },
    ),
  ),
});

@Injectable()
export class AccountEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(SessionApi);

  readonly change = createEffect(() =>
    this.#actions.pipe(
      ofType(accountActions.secretsSent),
      exhaustMap(({ secrets }) => this.#api.setOwnSecrets(secrets)),
      map((answer) => accountActions.secretsAnswered({ answer })),
    ),
  );

  readonly signOut = createEffect(() =>
    this.#actions.pipe(
      ofType(accountActions.signedOutEverywhere),
      exhaustMap(() => this.#api.signOutEverywhere()),
      map((answer) => accountActions.signOutAnswered({ answer })),
    ),
  );

  readonly gone = createEffect(() =>
    this.#actions.pipe(
      ofType(accountActions.signOutAnswered),
      filter(({ answer }) => answer.outcome === 'done'),
      map(() => sessionLost()),
    ),
  );
}
