import { inject, Injectable } from '@angular/core';
import type { Answers, Line, Placement, Service } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props, Store } from '@ngrx/store';
import { catchError, concatMap, exhaustMap, filter, map, merge, of, switchMap, withLatestFrom } from 'rxjs';
import { Api, type SentOrder } from '../../../api/api.ts';
import { Live } from '../../../api/live.ts';
import type { HeldOrder } from '../../../api/wire.ts';

export interface TillState {
  readonly lines: readonly Line[];
  readonly service: Service;
  readonly name: string;
  readonly place: string;
  readonly answers: Answers;
  /** The line that is being answered: one of the order's, or a new one (undefined index). */
  readonly open: { readonly line: Line; readonly index: number | undefined } | undefined;
  readonly key: string;
  readonly sending: boolean;
  /** What was said last: the number of an order that was sent, or why it was not. */
  readonly said: { readonly isWell: boolean; readonly words: string } | undefined;
  readonly held: readonly HeldOrder[];
  /** The word of a person who may name a price, once it was given. */
  readonly pin: string | undefined;
}

export const tillActions = createActionGroup({
  source: 'Till',
  events: {
    Opened: emptyProps(),
    'Line added': props<{ line: Line }>(),
    'Line opened': props<{ line: Line; index: number | undefined }>(),
    'Line answered': props<{ line: Line }>(),
    'Line kept': emptyProps(),
    'Line left': emptyProps(),
    'Line repeated': props<{ index: number; by: number }>(),
    'Line dropped': props<{ index: number }>(),
    Named: props<{ service?: Service; name?: string; place?: string }>(),
    'Order answered': props<{ answers: Answers }>(),
    Sent: props<{ total: number }>(),
    Settled: props<{ answer: SentOrder; nextKey: string }>(),
    Held: emptyProps(),
    'Hold answered': props<{ isKept: boolean; nextKey: string }>(),
    'Held arrived': props<{ held: readonly HeldOrder[] }>(),
    'Held taken': props<{ id: string }>(),
    'Taken up': props<{ order: Placement | undefined }>(),
    'Word given': props<{ pin: string }>(),
    'Word known': props<{ pin: string | undefined }>(),
  },
});

const MOST = 999;
const emptyOrder = () => ({ lines: [], service: 'dine-in' as const, name: '', place: '', answers: {}, open: undefined, key: crypto.randomUUID() });

export const tillFeature = createFeature({
  name: 'till',
  reducer: createReducer<TillState>(
    { ...emptyOrder(), sending: false, said: undefined, held: [], pin: undefined },
    on(tillActions.lineAdded, (state, { line }) => ({ ...state, lines: [...state.lines, line], said: undefined })),
    on(tillActions.lineOpened, (state, open) => ({ ...state, open: { line: open.line, index: open.index }, said: undefined })),
    on(tillActions.lineAnswered, (state, { line }) => ({ ...state, open: state.open && { ...state.open, line } })),
    on(tillActions.lineKept, (state) => kept(state)),
    on(tillActions.lineLeft, (state) => ({ ...state, open: undefined })),
    on(tillActions.lineRepeated, (state, { index, by }) => ({ ...state, lines: state.lines.flatMap((line, i) => (i === index ? counted(line, by) : [line])) })),
    on(tillActions.lineDropped, (state, { index }) => ({ ...state, lines: state.lines.filter((_, i) => i !== index) })),
    on(tillActions.named, (state, { service = state.service, name = state.name, place = state.place }) => ({ ...state, service, name, place })),
    on(tillActions.orderAnswered, (state, { answers }) => ({ ...state, answers })),
    on(tillActions.sent, (state) => ({ ...state, sending: true, said: undefined })),
    on(tillActions.settled, (state, { answer, nextKey }) => settled(state, answer, nextKey)),
    on(tillActions.holdAnswered, (state, { isKept, nextKey }) =>
      isKept ? { ...state, ...emptyOrder(), key: nextKey, said: { isWell: true, words: 'Put aside.' } } : { ...state, said: { isWell: false, words: 'It could not be put aside just now; it is still here.' } },
    ),
    on(tillActions.heldArrived, (state, { held }) => ({ ...state, held })),
    on(tillActions.takenUp, (state, { order }) => (order ? takenUp(state, order) : { ...state, said: { isWell: false, words: 'This order was taken up at another till.' } })),
    on(tillActions.wordKnown, (state, { pin }) => ({ ...state, pin, said: pin === undefined ? { isWell: false, words: 'That word is not known here.' } : undefined })),
  ),
});

function kept(state: TillState): TillState {
  if (!state.open) return state;
  const { line, index } = state.open;
  const lines = index === undefined ? [...state.lines, line] : state.lines.map((it, i) => (i === index ? line : it));
  return { ...state, lines, open: undefined };
}

function counted(line: Line, by: number): Line[] {
  const quantity = Math.min(MOST, (line.quantity ?? 1) + by);
  return quantity < 1 ? [] : [{ ...line, quantity }];
}

function settled(state: TillState, answer: SentOrder, nextKey: string): TillState {
  switch (answer.outcome) {
    case 'placed': return { ...state, ...emptyOrder(), key: nextKey, sending: false, said: { isWell: true, words: `Number ${answer.order.number} is in the kitchen.` } };
    case 'away': return { ...state, sending: false, said: { isWell: false, words: 'The server does not answer. The order is still here; sending again can’t order twice.' } };
    case 'costs-otherwise': return { ...state, sending: false, key: nextKey, said: { isWell: false, words: 'The menu has changed: look at the sum and send again.' } };
    case 'refused': return { ...state, sending: false, key: nextKey, said: { isWell: false, words: answer.says } };
  }
}

function takenUp(state: TillState, { lines, name = '', place = '', service = 'dine-in', picks, notes, dates, amounts, consents }: Placement): TillState {
  const answers: Answers = { ...(picks && { picks }), ...(notes && { notes }), ...(dates && { dates }), ...(amounts && { amounts }), ...(consents && { consents }) };
  return { ...state, ...emptyOrder(), lines, name, place, service, answers, said: undefined };
}

/** The order as it is quoted, held and sent. */
export function tillOrder({ lines, service, answers, name, place, pin }: TillState): Placement {
  return { channel: 'pos', service, ...answers, lines: [...lines], ...(name && { name }), ...(place && { place }), ...(pin !== undefined && { pin }) };
}

@Injectable()
export class TillEffects {
  readonly #actions = inject(Actions);
  readonly #store = inject(Store);
  readonly #api = inject(Api);
  readonly #live = inject(Live);

  readonly place = createEffect(() =>
    this.#actions.pipe(
      ofType(tillActions.sent),
      withLatestFrom(this.#store.select(tillFeature.selectTillState)),
      exhaustMap(([{ total }, state]) => this.#api.placeOrder({ ...tillOrder(state), seenTotal: total }, state.key).pipe(map((answer) => tillActions.settled({ answer, nextKey: crypto.randomUUID() })))),
    ),
  );

  readonly hold = createEffect(() =>
    this.#actions.pipe(
      ofType(tillActions.held),
      withLatestFrom(this.#store.select(tillFeature.selectTillState)),
      exhaustMap(([, state]) => this.#api.hold(tillOrder(state)).pipe(map(() => true), catchError(() => of(false)), map((isKept) => tillActions.holdAnswered({ isKept, nextKey: crypto.randomUUID() })))),
    ),
  );

  readonly heldOrders = createEffect(() =>
    merge(this.#actions.pipe(ofType(tillActions.opened), switchMap(() => merge(of(undefined), this.#live.events.pipe(filter(({ type }) => type === 'connected'))))), this.#actions.pipe(ofType(tillActions.holdAnswered, tillActions.takenUp))).pipe(
      switchMap(() => this.#api.held().pipe(map((held) => tillActions.heldArrived({ held })), catchError(() => of(tillActions.heldArrived({ held: [] }))))),
    ),
  );

  readonly take = createEffect(() =>
    this.#actions.pipe(ofType(tillActions.heldTaken), concatMap(({ id }) => this.#api.takeHeld(id).pipe(map((order) => tillActions.takenUp({ order })), catchError(() => of(tillActions.takenUp({ order: undefined })))))),
  );

  readonly word = createEffect(() =>
    this.#actions.pipe(ofType(tillActions.wordGiven), concatMap(({ pin }) => this.#api.allow(pin).pipe(map((isKnown) => tillActions.wordKnown({ pin: isKnown ? pin : undefined }))))),
  );
}
