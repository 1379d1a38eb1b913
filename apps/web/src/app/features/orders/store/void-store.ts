import type { HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { OrderRound, PinTry, VoidRequest } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props, Store } from '@ngrx/store';
import { catchError, exhaustMap, filter, map, of, timeout, type TimeoutError, withLatestFrom } from 'rxjs';
import { Api } from '../../../api/api.ts';
import { codeOf, failureOf } from '../../../api/failure.ts';
import { type PinAnswer, SessionApi } from '../../../api/session-api.ts';
import { pinTried } from '../../../state/session.ts';

/** A server that is frozen never answers. */
const ANSWER_MS = 10_000;

export interface VoidState {
  /** The round of which something is being voided; undefined: the dialog is closed. */
  readonly round: OrderRound | undefined;
  /** Sent again with the same key until it is answered, so that nothing is voided twice. */
  readonly key: string;
  readonly request: VoidRequest | undefined;
  readonly isSending: boolean;
  readonly asksPin: boolean;
  /** Why it was not voided, or the PIN not taken: the code of a problem document, or `no-answer`. */
  readonly refusal: string | undefined;
}

type VoidOutcome = 'done' | 'needs-pin' | { readonly refusal: string };

export const voidActions = createActionGroup({
  source: 'Voids',
  events: {
    Opened: props<{ round: OrderRound; key: string }>(),
    Closed: emptyProps(),
    Sent: props<{ request: VoidRequest }>(),
    Answered: props<{ outcome: VoidOutcome; nextKey: string }>(),
    'Pin entered': props<{ tried: PinTry }>(),
    'Pin answered': props<{ answer: PinAnswer }>(),
    'Pin dismissed': emptyProps(),
  },
});

export const voidFeature = createFeature({
  name: 'voids',
  reducer: createReducer<VoidState>(
    { round: undefined, key: '', request: undefined, isSending: false, asksPin: false, refusal: undefined },
    on(voidActions.opened, (state, { round, key }) => ({
      ...state,
      round,
      key,
      request: undefined,
      refusal: undefined,
    })),
    on(voidActions.closed, (state) => ({ ...state, round: undefined, asksPin: false })),
    on(voidActions.sent, (state, { request }) => ({ ...state, request, isSending: true, refusal: undefined })),
    on(voidActions.answered, (state, { outcome, nextKey }) => {
      const answered = { ...state, isSending: false };
      if (outcome === 'done') return { ...answered, round: undefined };
      if (outcome === 'needs-pin') return { ...answered, asksPin: true };
      // Without an answer it may have happened: only what was refused gets a key of its own.
      return outcome.refusal === 'no-answer'
        ? { ...answered, refusal: outcome.refusal }
        : { ...answered, refusal: outcome.refusal, key: nextKey };
    }),
    on(voidActions.pinAnswered, (state, { answer }) =>
      answer.outcome === 'right'
        ? { ...state, asksPin: false, refusal: undefined }
        : { ...state, refusal: answer.code ?? 'no-answer' },
    ),
    on(voidActions.pinDismissed, (state) => ({ ...state, asksPin: false, refusal: undefined })),
  ),
});

@Injectable()
export class VoidEffects {
  readonly #actions = inject(Actions);
  readonly #store = inject(Store);
  readonly #api = inject(Api);
  readonly #session = inject(SessionApi);

  readonly send = createEffect(() =>
    this.#actions.pipe(
      ofType(voidActions.sent),
      withLatestFrom(this.#store.select(voidFeature.selectVoidsState)),
      exhaustMap(([{ request }, { round, key }]) =>
        this.#api.voidLines(round?.id ?? '', request, key).pipe(
          timeout(ANSWER_MS),
          map((): VoidOutcome => 'done'),
          catchError((error: HttpErrorResponse | TimeoutError) => of(outcomeOf(error))),
          map((outcome) => voidActions.answered({ outcome, nextKey: crypto.randomUUID() })),
        ),
      ),
    ),
  );

  readonly pin = createEffect(() =>
    this.#actions.pipe(
      ofType(voidActions.pinEntered),
      exhaustMap(({ tried }) => pinTried(this.#session, tried, (answer) => [voidActions.pinAnswered({ answer })])),
    ),
  );

  /** What was to be voided is sent once the PIN is right. */
  readonly sendThen = createEffect(() =>
    this.#actions.pipe(
      ofType(voidActions.pinAnswered),
      filter(({ answer }) => answer.outcome === 'right'),
      withLatestFrom(this.#store.select(voidFeature.selectRequest)),
      map(([, request]) => request),
      filter((request) => request !== undefined),
      map((request) => voidActions.sent({ request })),
    ),
  );
}

function outcomeOf(error: HttpErrorResponse | TimeoutError): VoidOutcome {
  if (!('status' in error) || failureOf(error) !== 'refused') return { refusal: 'no-answer' };
  const code = codeOf(error);
  return code === 'not-allowed' ? 'needs-pin' : { refusal: code };
}
