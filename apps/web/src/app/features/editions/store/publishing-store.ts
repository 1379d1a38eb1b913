import { inject, Injectable } from '@angular/core';
import type {
  Change,
  Edition,
  OpenedOrder,
  PublishAgain,
  PublishRequest,
  Reach,
  ReplayRequest,
  Workbook,
} from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { catchError, EMPTY, exhaustMap, filter, map, merge, of, switchMap, takeUntil, timer } from 'rxjs';
import { Api } from '../../../api/api.ts';
import { EditionsApi, type PublishAnswer } from '../../../api/editions-api.ts';
import { Live } from '../../../api/live.ts';
import { ReachFinder } from '../../../state/reach-finder.ts';
import type { ReplayEnd, ReplayRun } from '../../../ui/replay-panel.ts';

const PAGE = 60;
const REACH_PAUSE_MS = 250;

/** What is published: the draft, or an edition that there is. */
export type Publishing = { readonly draft: PublishRequest } | { readonly again: PublishAgain; readonly number: number };

export interface PublishingState {
  readonly list: readonly Edition[];
  readonly hasMore: boolean;
  readonly isListed: boolean;
  readonly reach:
    { readonly done: number; readonly total: number; readonly found?: Reach; readonly hasFailed?: true } | undefined;
  readonly replay: ReplayRun | undefined;
  /** A past order that is looked at, before and after. */
  readonly order: OpenedOrder | undefined;
  /** What was sent last, and stays until it is answered. */
  readonly sent: Publishing | undefined;
  readonly isSending: boolean;
  readonly answer: PublishAnswer | undefined;
  /** What became of moving or calling off a plan. */
  readonly notice: { readonly isWell: boolean; readonly words: string } | undefined;
}

export const publishingActions = createActionGroup({
  source: 'Publishing',
  events: {
    Opened: emptyProps(),
    Listed: props<{ editions: readonly Edition[]; isOlder: boolean }>(),
    'Older asked': props<{ before: number }>(),
    /** What a selection of changes would do is asked; nothing to ask where nothing is selected. */
    'Reach asked': props<{ before: Workbook; change: Change }>(),
    'Reach progressed': props<{ done: number; total: number }>(),
    'Reach found': props<{ reach: Reach }>(),
    'Reach failed': emptyProps(),
    'Replay asked': props<{ request: ReplayRequest }>(),
    'Replay progressed': props<{ done: number; total: number }>(),
    'Replay ended': props<{ end: ReplayEnd }>(),
    'Replay failed': emptyProps(),
    'Replay dropped': emptyProps(),
    'Order opened': props<{ id: string }>(),
    'Order arrived': props<{ order: OpenedOrder }>(),
    'Order closed': emptyProps(),
    Sent: props<{ publishing: Publishing }>(),
    Answered: props<{ answer: PublishAnswer }>(),
    'Plan moved': props<{ id: string; at: string }>(),
    'Plan called off': props<{ id: string }>(),
    'Plan answered': props<{ refusal: string | undefined; words: string }>(),
    'Told again': emptyProps(),
  },
});

const NOTHING = { done: 0, total: 0 };

export const publishingFeature = createFeature({
  name: 'publishing',
  reducer: createReducer<PublishingState>(
    {
      ...{ list: [], hasMore: false, isListed: false, reach: undefined, replay: undefined, order: undefined },
      ...{ sent: undefined, isSending: false, answer: undefined, notice: undefined },
    },
    on(publishingActions.opened, (state) => ({
      ...state,
      ...{ answer: undefined, notice: undefined, replay: undefined, reach: undefined },
    })),
    on(publishingActions.listed, (state, { editions, isOlder }) => ({
      ...state,
      isListed: true,
      list: isOlder ? [...state.list, ...editions] : editions,
      hasMore: editions.length === PAGE,
    })),
    on(publishingActions.reachAsked, (state) => ({ ...state, reach: NOTHING })),
    on(publishingActions.reachProgressed, (state, progress) => ({ ...state, reach: progress })),
    on(publishingActions.reachFound, (state, { reach }) => ({ ...state, reach: { ...NOTHING, found: reach } })),
    on(publishingActions.reachFailed, (state) => ({ ...state, reach: { ...NOTHING, hasFailed: true } })),
    on(publishingActions.replayAsked, (state) => ({ ...state, replay: NOTHING })),
    on(publishingActions.replayProgressed, (state, { done, total }) => ({ ...state, replay: { done, total } })),
    on(publishingActions.replayEnded, (state, { end }) => ({ ...state, replay: { ...NOTHING, end } })),
    on(publishingActions.replayFailed, (state) => ({ ...state, replay: { ...NOTHING, hasFailed: true } })),
    on(publishingActions.replayDropped, (state) => ({ ...state, replay: undefined })),
    on(publishingActions.orderArrived, (state, { order }) => ({ ...state, order })),
    on(publishingActions.orderClosed, (state) => ({ ...state, order: undefined })),
    on(publishingActions.sent, (state, { publishing }) => ({
      ...state,
      ...{ sent: publishing, isSending: true, answer: undefined, notice: undefined },
    })),
    on(publishingActions.answered, (state, { answer }) => ({
      ...state,
      isSending: false,
      answer,
      // Without an answer the same is sent again, with the same id.
      sent: answer.outcome === 'unanswered' || answer.outcome === 'rush' ? state.sent : undefined,
    })),
    on(publishingActions.planAnswered, (state, { refusal, words }) => ({
      ...state,
      notice: refusal === undefined ? { isWell: true, words } : { isWell: false, words: refusal },
    })),
  ),
});

@Injectable()
export class PublishingEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(EditionsApi);
  readonly #orders = inject(Api);
  readonly #live = inject(Live);
  readonly #reach = inject(ReachFinder);

  readonly list = createEffect(() =>
    this.#actions.pipe(
      ofType(publishingActions.opened),
      switchMap(() =>
        merge(of(undefined), this.#live.events.pipe(filter(({ type }) => type === 'editions' || type === 'connected'))),
      ),
      switchMap(() => this.#page(undefined)),
    ),
  );

  readonly older = createEffect(() =>
    this.#actions.pipe(
      ofType(publishingActions.olderAsked),
      exhaustMap(({ before }) => this.#page(before)),
    ),
  );

  /** Finds what the selection does in a worker, a moment after it was changed. */
  readonly reach = createEffect(() =>
    this.#actions.pipe(
      ofType(publishingActions.reachAsked),
      switchMap(({ before, change }) =>
        timer(REACH_PAUSE_MS).pipe(
          switchMap(() => this.#reach.find(before, change)),
          map((message) =>
            message.type === 'done'
              ? publishingActions.reachFound({ reach: message.reach })
              : publishingActions.reachProgressed({ done: message.done, total: message.total }),
          ),
          catchError(() => of(publishingActions.reachFailed())),
        ),
      ),
    ),
  );

  readonly replay = createEffect(() =>
    this.#actions.pipe(
      ofType(publishingActions.replayAsked),
      switchMap(({ request }) =>
        this.#api.replay(request).pipe(
          map((line) =>
            'sums' in line ? publishingActions.replayEnded({ end: line }) : publishingActions.replayProgressed(line),
          ),
          catchError(() => of(publishingActions.replayFailed())),
          takeUntil(this.#actions.pipe(ofType(publishingActions.replayDropped, publishingActions.opened))),
        ),
      ),
    ),
  );

  readonly openOrder = createEffect(() =>
    this.#actions.pipe(
      ofType(publishingActions.orderOpened),
      switchMap(({ id }) => this.#orders.order(id).pipe(catchError(() => EMPTY))),
      map((order) => publishingActions.orderArrived({ order })),
    ),
  );

  readonly publish = createEffect(() =>
    this.#actions.pipe(
      ofType(publishingActions.sent),
      exhaustMap(({ publishing }) =>
        'draft' in publishing
          ? this.#api.publish(publishing.draft)
          : this.#api.publishAgain(publishing.number, publishing.again),
      ),
      map((answer) => publishingActions.answered({ answer })),
    ),
  );

  readonly move = createEffect(() =>
    this.#actions.pipe(
      ofType(publishingActions.planMoved),
      exhaustMap(({ id, at }) => this.#api.movePlan(id, at)),
      map((refusal) => publishingActions.planAnswered({ refusal, words: 'It is planned for then.' })),
    ),
  );

  readonly callOff = createEffect(() =>
    this.#actions.pipe(
      ofType(publishingActions.planCalledOff),
      exhaustMap(({ id }) => this.#api.callOff(id)),
      map((refusal) => publishingActions.planAnswered({ refusal, words: 'It is called off.' })),
    ),
  );

  readonly tell = createEffect(
    () =>
      this.#actions.pipe(
        ofType(publishingActions.toldAgain),
        exhaustMap(() => this.#api.tellAgain().pipe(catchError(() => EMPTY))),
      ),
    { dispatch: false },
  );

  #page(before: number | undefined) {
    return this.#api.list(before).pipe(
      map((editions) => publishingActions.listed({ editions, isOlder: before !== undefined })),
      catchError(() => EMPTY),
    );
  }
}
