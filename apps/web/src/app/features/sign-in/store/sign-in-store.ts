import { inject, Injectable } from '@angular/core';
import { Router } from '@angular/router';
import type { FirstOwner, Session, SignIn } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props, Store } from '@ngrx/store';
import { exhaustMap, map, type Observable, switchMap, tap, withLatestFrom } from 'rxjs';
import type { Asked } from '../../../api/asked.ts';
import { SessionApi } from '../../../api/session-api.ts';
import { homeOf, sessionActions, sessionFeature } from '../../../state/session.ts';

export interface SignInState {
  readonly isSending: boolean;
  /** Why nobody was signed in, or the device not paired. */
  readonly message: string | undefined;
}

export const signInActions = createActionGroup({
  source: 'Sign-in',
  events: {
    Opened: emptyProps(),
    /** `from`: the screen to go on with. */
    Sent: props<{ request: SignIn; from: string | undefined }>(),
    'Demo chosen': props<{ person: string; from: string | undefined }>(),
    'Owner sent': props<{ request: FirstOwner }>(),
    'Code entered': props<{ code: string }>(),
    'Let in': props<{ session: Session; from: string | undefined }>(),
    Refused: props<{ message: string }>(),
  },
});

const sending = (): SignInState => ({ isSending: true, message: undefined });

export const signInFeature = createFeature({
  name: 'signIn',
  reducer: createReducer<SignInState>(
    { isSending: false, message: undefined },
    on(signInActions.opened, () => ({ isSending: false, message: undefined })),
    on(signInActions.sent, signInActions.demoChosen, signInActions.ownerSent, signInActions.codeEntered, sending),
    on(signInActions.letIn, () => ({ isSending: false, message: undefined })),
    on(signInActions.refused, (_, { message }) => ({ isSending: false, message })),
  ),
});

@Injectable()
export class SignInEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(SessionApi);
  readonly #router = inject(Router);
  readonly #store = inject(Store);

  readonly signIn = createEffect(() =>
    this.#actions.pipe(
      ofType(signInActions.sent),
      exhaustMap(({ request, from }) => answered(this.#api.signIn(request), from)),
    ),
  );

  readonly demo = createEffect(() =>
    this.#actions.pipe(
      ofType(signInActions.demoChosen),
      exhaustMap(({ person, from }) => answered(this.#api.signInDemo(person), from)),
    ),
  );

  readonly owner = createEffect(() =>
    this.#actions.pipe(
      ofType(signInActions.ownerSent),
      exhaustMap(({ request }) => answered(this.#api.makeOwner(request), undefined)),
    ),
  );

  readonly pair = createEffect(() =>
    this.#actions.pipe(
      ofType(signInActions.codeEntered),
      exhaustMap(({ code }) => answered(this.#api.pair(code), undefined)),
    ),
  );

  readonly letIn = createEffect(() =>
    this.#actions.pipe(
      ofType(signInActions.letIn),
      map(({ session }) => sessionActions.arrived({ session })),
    ),
  );

  /** Whose session had ended goes on where they were; for anybody else the pages begin anew. */
  readonly goOn = createEffect(
    () =>
      this.#actions.pipe(
        ofType(signInActions.letIn),
        withLatestFrom(this.#store.select(sessionFeature.selectLost)),
        tap(([{ session, from }, lost]) => {
          const next = from ?? homeOf(session);
          if (lost === undefined || lost === session.person?.id) void this.#router.navigateByUrl(next);
          else location.assign(next);
        }),
      ),
    { dispatch: false },
  );
}

function answered(asked: Observable<Asked<Session>>, from: string | undefined) {
  return asked.pipe(
    switchMap((answer) => [
      answer.outcome === 'done'
        ? signInActions.letIn({ session: answer.value, from })
        : signInActions.refused({ message: answer.message }),
    ]),
  );
}
