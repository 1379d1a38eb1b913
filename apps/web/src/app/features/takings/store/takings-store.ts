import { inject, Injectable } from '@angular/core';
import type { BehindFigure, OrdersBehind, WhatIfRequest } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { catchError, debounceTime, filter, forkJoin, map, merge, of, switchMap, takeUntil } from 'rxjs';
import { Live } from '../../../api/live.ts';
import { type TakingsAnswer, TakingsApi, type TakingsQuestion, type TakingsReply } from '../../../api/takings-api.ts';
import type { ReplayEnd, ReplayRun } from '../../../ui/replay-panel.ts';

/** A figure whose orders are looked at. */
export interface Behind {
  readonly title: string;
  readonly figure: BehindFigure;
}

export interface TakingsState {
  /** What is asked; the answers belong to it unless it is still being read. */
  readonly question: TakingsQuestion | undefined;
  readonly isReading: boolean;
  readonly failure: string | undefined;
  readonly now: TakingsAnswer | undefined;
  /** The same of the weeks before, if it was asked for. */
  readonly before: TakingsAnswer | undefined;
  readonly behind: (Behind & { readonly told: OrdersBehind | undefined; readonly hasFailed: boolean }) | undefined;
  readonly whatIf: ReplayRun | undefined;
}

export const takingsActions = createActionGroup({
  source: 'Takings',
  events: {
    /** `before`: the same question of the weeks before. */
    Asked: props<{ question: TakingsQuestion; before: TakingsQuestion | undefined }>(),
    Answered: props<{ now: TakingsReply; before: TakingsReply | undefined }>(),
    'Orders asked': props<Behind>(),
    'Orders arrived': props<{ told: OrdersBehind | undefined }>(),
    'Orders closed': emptyProps(),
    'What if asked': props<{ request: WhatIfRequest }>(),
    'What if progressed': props<{ done: number; total: number }>(),
    'What if ended': props<{ end: ReplayEnd }>(),
    'What if failed': emptyProps(),
    'What if dropped': emptyProps(),
  },
});

const NOT_RUN: ReplayRun = { done: 0, total: 0 };

export const takingsFeature = createFeature({
  name: 'takings',
  reducer: createReducer<TakingsState>(
    {
      ...{ question: undefined, isReading: false, failure: undefined, now: undefined, before: undefined },
      ...{ behind: undefined, whatIf: undefined },
    },
    on(takingsActions.asked, (state, { question }) => ({
      ...state,
      question,
      isReading: true,
      failure: undefined,
      // What is on screen stays until the answer is there, unless it is about something else.
      ...(question.view !== state.question?.view && { now: undefined, before: undefined }),
    })),
    on(takingsActions.answered, (state, { now, before }) =>
      'failure' in now
        ? { ...state, isReading: false, failure: now.failure }
        : {
            ...{ ...state, isReading: false, failure: undefined, now },
            before: before && 'told' in before ? before : undefined,
          },
    ),
    on(takingsActions.ordersAsked, (state, { title, figure }) => ({
      ...state,
      behind: { title, figure, told: undefined, hasFailed: false },
    })),
    on(takingsActions.ordersArrived, (state, { told }) => ({
      ...state,
      behind: state.behind && { ...state.behind, told, hasFailed: told === undefined },
    })),
    on(takingsActions.ordersClosed, (state) => ({ ...state, behind: undefined })),
    on(takingsActions.whatIfAsked, (state) => ({ ...state, whatIf: NOT_RUN })),
    on(takingsActions.whatIfProgressed, (state, { done, total }) => ({
      ...state,
      whatIf: { ...NOT_RUN, done, total },
    })),
    on(takingsActions.whatIfEnded, (state, { end }) => ({ ...state, whatIf: { ...NOT_RUN, end } })),
    on(takingsActions.whatIfFailed, (state) => ({ ...state, whatIf: { ...NOT_RUN, hasFailed: true } })),
    on(takingsActions.whatIfDropped, (state) => ({ ...state, whatIf: undefined })),
  ),
});

/** Orders come in bursts; what is on screen is read again this long after the last one. */
const PAUSE_MS = 3_000;

@Injectable()
export class TakingsEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(TakingsApi);
  readonly #news = inject(Live).events.pipe(
    filter(({ type }) => type === 'tickets'),
    debounceTime(PAUSE_MS),
  );

  readonly ask = createEffect(() =>
    this.#actions.pipe(
      ofType(takingsActions.asked),
      switchMap((asked) => merge(of(asked), this.#news.pipe(map(() => asked)))),
      switchMap(({ question, before }) =>
        forkJoin({ now: this.#api.ask(question), before: before ? this.#api.ask(before) : of(undefined) }),
      ),
      map((replies) => takingsActions.answered(replies)),
    ),
  );

  readonly orders = createEffect(() =>
    this.#actions.pipe(
      ofType(takingsActions.ordersAsked),
      switchMap(({ figure }) =>
        this.#api.ordersBehind(figure).pipe(
          catchError(() => of(undefined)),
          takeUntil(this.#actions.pipe(ofType(takingsActions.ordersClosed))),
        ),
      ),
      map((told) => takingsActions.ordersArrived({ told })),
    ),
  );

  readonly whatIf = createEffect(() =>
    this.#actions.pipe(
      ofType(takingsActions.whatIfAsked),
      switchMap(({ request }) =>
        this.#api.whatIf(request).pipe(
          map((line) =>
            'sums' in line ? takingsActions.whatIfEnded({ end: line }) : takingsActions.whatIfProgressed(line),
          ),
          catchError(() => of(takingsActions.whatIfFailed())),
          takeUntil(this.#actions.pipe(ofType(takingsActions.whatIfDropped))),
        ),
      ),
    ),
  );
}
