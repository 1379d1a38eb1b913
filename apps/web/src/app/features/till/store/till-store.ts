import { inject, Injectable } from '@angular/core';
import type { Answers, Line, Order, ParkedOrder, Placement, Service } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, createSelector, emptyProps, on, props, Store } from '@ngrx/store';
import { catchError, concatMap, EMPTY, exhaustMap, filter, map, merge, of, switchMap, tap, timer, withLatestFrom } from 'rxjs';
import type { HttpErrorResponse } from '@angular/common/http';
import { Api, type PinAnswer, type SentOrder } from '../../../api/api.ts';
import { failureOf, type FailureKind } from '../../../api/failure.ts';
import { Live } from '../../../api/live.ts';
import { answeredTries, answerFor, changedTries, newTries, type OrderTries, replacing, tried } from '../../../state/order-tries.ts';

export interface TillState {
  readonly lines: readonly Line[];
  readonly service: Service;
  readonly name: string;
  readonly place: string;
  readonly answers: Answers;
  /** The line being answered: one of the order's, or a new one (undefined index). */
  readonly open: { readonly line: Line; readonly index: number | undefined } | undefined;
  readonly tries: OrderTries;
  readonly sending: boolean;
  /** The latest message: the number of a placed order, or why it failed. */
  readonly notice: { readonly isWell: boolean; readonly words: string } | undefined;
  readonly parked: readonly ParkedOrder[];
  /** A parked order taken here, until the server has confirmed it. */
  readonly confirming: { readonly id: string; readonly reservation: string } | undefined;
  /** The PIN for open prices, once entered. */
  readonly pin: string | undefined;
  /** The device token by which the server recognises this till. */
  readonly device: string | undefined;
}

export const tillActions = createActionGroup({
  source: 'Till',
  events: {
    Opened: emptyProps(),
    'Line added': props<{ line: Line }>(),
    'Line opened': props<{ line: Line; index: number | undefined }>(),
    'Line answered': props<{ line: Line }>(),
    'Line confirmed': emptyProps(),
    'Line cancelled': emptyProps(),
    'Line repeated': props<{ index: number; by: number }>(),
    'Line dropped': props<{ index: number }>(),
    Named: props<{ service?: Service; name?: string; place?: string }>(),
    'Order answered': props<{ answers: Answers }>(),
    Sent: props<{ total: number }>(),
    'Send answered': props<{ key: string; answer: SentOrder; nextKey: string }>(),
    Parked: emptyProps(),
    'Park answered': props<{ isParked: boolean; nextKey: string }>(),
    'Parked arrived': props<{ parked: readonly ParkedOrder[] }>(),
    'Parked chosen': props<{ id: string }>(),
    'Parked reserved': props<{ id: string; reservation: string; order: Placement }>(),
    'Parked not reserved': props<{ kind: FailureKind }>(),
    /** Undefined: not answered yet. */
    'Parked confirmed': props<{ isOurs: boolean | undefined }>(),
    'Pin entered': props<{ pin: string }>(),
    'Pin answered': props<{ pin: string; answer: PinAnswer }>(),
  },
});

const MOST = 999;
const RETRY_MS = 1_500;
const emptyOrder = () => ({ lines: [], service: 'dine-in' as const, name: '', place: '', answers: {}, open: undefined, tries: newTries(crypto.randomUUID()) });

export const tillFeature = createFeature({
  name: 'till',
  reducer: createReducer<TillState>(
    { ...emptyOrder(), sending: false, notice: undefined, parked: [], confirming: undefined, pin: undefined, device: rememberedDevice() },
    on(tillActions.lineAdded, (state, { line }) => ({ ...changed(state), lines: [...state.lines, line], notice: undefined })),
    on(tillActions.lineOpened, (state, open) => ({ ...state, open: { line: open.line, index: open.index }, notice: undefined })),
    on(tillActions.lineAnswered, (state, { line }) => ({ ...state, open: state.open && { ...state.open, line } })),
    on(tillActions.lineConfirmed, (state) => lineConfirmed(state)),
    on(tillActions.lineCancelled, (state) => ({ ...state, open: undefined })),
    on(tillActions.lineRepeated, (state, { index, by }) => ({ ...changed(state), lines: state.lines.flatMap((line, i) => (i === index ? counted(line, by) : [line])) })),
    on(tillActions.lineDropped, (state, { index }) => ({ ...changed(state), lines: state.lines.filter((_, i) => i !== index) })),
    on(tillActions.named, (state, { service = state.service, name = state.name, place = state.place }) => ({ ...changed(state), service, name, place })),
    on(tillActions.orderAnswered, (state, { answers }) => ({ ...changed(state), answers })),
    on(tillActions.sent, (state) => ({ ...state, sending: true, notice: undefined, tries: tried(state.tries) })),
    on(tillActions.sendAnswered, (state, { key, answer, nextKey }) => (
      withSendAnswer({ ...state, sending: false, tries: answeredTries(state.tries, answer, nextKey) }, answerFor(state.tries, key, answer))
    )),
    on(tillActions.parkAnswered, (state, { isParked, nextKey }) =>
      isParked ? { ...state, ...emptyOrder(), tries: newTries(nextKey), notice: { isWell: true, words: 'On hold.' } } : { ...state, notice: { isWell: false, words: 'It could not be put on hold just now; it is still here. Trying again holds it once.' } },
    ),
    on(tillActions.parkedArrived, (state, { parked }) => ({ ...state, parked })),
    on(tillActions.parkedReserved, (state, { id, reservation, order }) => ({ ...takenUp(state, order), confirming: { id, reservation } })),
    on(tillActions.parkedNotReserved, (state, { kind }) => ({ ...state, notice: { isWell: false, words: kind === 'refused' ? TAKEN_ELSEWHERE : 'The server does not answer. The order is still on hold; please try again.' } })),
    on(tillActions.parkedConfirmed, (state, { isOurs }) => {
      if (isOurs === undefined) return { ...state, notice: { isWell: false, words: 'Taking the order up … the server does not answer yet.' } };
      if (isOurs) return { ...state, confirming: undefined, notice: undefined };
      return { ...state, ...emptyOrder(), confirming: undefined, notice: { isWell: false, words: TAKEN_ELSEWHERE } };
    }),
    on(tillActions.pinAnswered, (state, { pin, answer }) =>
      answer.outcome === 'right' ? { ...state, pin, device: answer.device, notice: undefined } : { ...state, pin: undefined, notice: { isWell: false, words: answer.message } },
    ),
  ),
  extraSelectors: ({ selectLines, selectService, selectAnswers }) => ({
    /** What the price depends on; a name or a table typed in leaves it as it is. */
    selectPricedOrder: createSelector(selectLines, selectService, selectAnswers, (lines, service, answers) => pricedOrder({ lines, service, answers })),
  }),
});

const TAKEN_ELSEWHERE = 'This order was taken up at another till.';
const DEVICE_KEY = 'hearty-ladle-till-token';

function rememberedDevice(): string | undefined {
  return globalThis.localStorage?.getItem(DEVICE_KEY) ?? undefined;
}

/** Marks the order as changed, in case an earlier attempt is still unanswered. */
function changed(state: TillState): TillState {
  return { ...state, tries: changedTries(state.tries) };
}

function lineConfirmed(state: TillState): TillState {
  if (!state.open) return state;
  const { line, index } = state.open;
  const lines = index === undefined ? [...state.lines, line] : state.lines.map((it, i) => (i === index ? line : it));
  return { ...changed(state), lines, open: undefined };
}

function counted(line: Line, by: number): Line[] {
  const quantity = Math.min(MOST, (line.quantity ?? 1) + by);
  return quantity < 1 ? [] : [{ ...line, quantity }];
}

const UNANSWERED = {
  offline: 'The server can’t be reached.', busy: 'The server has too much to do.', failed: 'Something is wrong at the server.',
} as const;

function withSendAnswer(state: TillState, answer: SentOrder): TillState {
  const say = (words: string, isWell = false): TillState => ({ ...state, notice: { isWell, words } });
  switch (answer.outcome) {
    case 'placed': return { ...state, ...emptyOrder(), tries: state.tries, notice: { isWell: true, words: `Number ${answer.order.number} is in the kitchen.` } };
    case 'first-was-placed': return say(`It had arrived before you changed it, as number ${answer.order.number}. What is here now was not sent: remove what is in number ${answer.order.number} already, or send it as a second order.`);
    case 'offline': case 'busy': case 'failed': return say(`${UNANSWERED[answer.outcome]} The order is still here; sending again can’t order twice.`);
    case 'costs-otherwise': return say('The menu has changed: look at the total and send again.');
    case 'refused': return say(answer.message);
  }
}

function takenUp(state: TillState, { lines, name = '', place = '', service = 'dine-in', picks, notes, dates, amounts, consents }: Placement): TillState {
  const answers: Answers = { ...(picks && { picks }), ...(notes && { notes }), ...(dates && { dates }), ...(amounts && { amounts }), ...(consents && { consents }) };
  return { ...state, ...emptyOrder(), lines, name, place, service, answers, notice: undefined };
}

/** The order as it is parked and sent. */
export function tillOrder({ lines, service, answers, name, place, pin }: TillState): Placement {
  return { ...pricedOrder({ lines, service, answers }), ...(name && { name }), ...(place && { place }), ...(pin !== undefined && { pin }) };
}

function pricedOrder({ lines, service, answers }: Pick<TillState, 'lines' | 'service' | 'answers'>): Order {
  return { channel: 'pos', service, ...answers, lines: [...lines] };
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
      exhaustMap(([{ total }, state]) => this.#api.placeOrder({ ...tillOrder(state), ...replacing(state.tries), seenTotal: total }, state.tries.key, state.device).pipe(map((answer) => tillActions.sendAnswered({ key: state.tries.key, answer, nextKey: crypto.randomUUID() })))),
    ),
  );

  readonly park = createEffect(() =>
    this.#actions.pipe(
      ofType(tillActions.parked),
      withLatestFrom(this.#store.select(tillFeature.selectTillState)),
      exhaustMap(([, state]) => this.#api.park(tillOrder(state), `${state.tries.key}.park`).pipe(
        map(() => true), catchError(() => of(false)), map((isParked) => tillActions.parkAnswered({ isParked, nextKey: crypto.randomUUID() })),
      )),
    ),
  );

  /** Parked orders are the same at every till, live. */
  readonly parkedOrders = createEffect(() =>
    this.#actions.pipe(
      ofType(tillActions.opened),
      switchMap(() => merge(of(undefined), this.#live.events.pipe(filter(({ type }) => type === 'parked' || type === 'connected')))),
      switchMap(() => this.#api.parked().pipe(map((parked) => tillActions.parkedArrived({ parked })), catchError(() => EMPTY))),
    ),
  );

  /** Reserves a parked order first and confirms once it is loaded here, so that a crash in between loses nothing. */
  readonly reserve = createEffect(() =>
    this.#actions.pipe(
      ofType(tillActions.parkedChosen),
      exhaustMap(({ id }) => {
        const reservation = crypto.randomUUID();
        return this.#api.reserveParked(id, reservation).pipe(
          map((order) => tillActions.parkedReserved({ id, reservation, order })),
          catchError((error: HttpErrorResponse) => of(tillActions.parkedNotReserved({ kind: failureOf(error) }))),
        );
      }),
    ),
  );

  /** Repeated until answered: before that, the order may belong to another till. */
  readonly confirm = createEffect(() =>
    merge(
      this.#actions.pipe(ofType(tillActions.parkedReserved)),
      this.#actions.pipe(ofType(tillActions.parkedConfirmed), filter(({ isOurs }) => isOurs === undefined), switchMap(() => timer(RETRY_MS))),
    ).pipe(
      withLatestFrom(this.#store.select(tillFeature.selectConfirming)),
      concatMap(([, confirming]) => (confirming ? this.#confirmed(confirming.id, confirming.reservation) : EMPTY)),
    ),
  );

  readonly pin = createEffect(() =>
    this.#actions.pipe(
      ofType(tillActions.pinEntered),
      withLatestFrom(this.#store.select(tillFeature.selectDevice)),
      concatMap(([{ pin }, device]) => this.#api.tryPin(pin, device).pipe(map((answer) => tillActions.pinAnswered({ pin, answer })))),
    ),
  );

  readonly rememberDevice = createEffect(
    () => this.#store.select(tillFeature.selectDevice).pipe(tap((device) => device !== undefined && globalThis.localStorage?.setItem(DEVICE_KEY, device))),
    { dispatch: false },
  );

  #confirmed(id: string, reservation: string) {
    return this.#api.confirmParked(id, reservation).pipe(
      map(() => tillActions.parkedConfirmed({ isOurs: true })),
      catchError((error: HttpErrorResponse) => of(tillActions.parkedConfirmed({ isOurs: failureOf(error) === 'refused' ? false : undefined }))),
    );
  }
}
