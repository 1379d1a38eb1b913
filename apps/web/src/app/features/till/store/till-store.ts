import type { Answers, Line, Order, ParkedOrder, Placement, Service } from '@hearty-ladle/core';
import { createFeature, createReducer, createSelector, on } from '@ngrx/store';
import type { SentOrder } from '../../../api/ordering-api.ts';
import type { PinAnswer } from '../../../api/session-api.ts';
import { refusalText, type StaffText } from '../../../messages/staff-message.ts';
import {
  answeredTries,
  answerFor,
  changedTries,
  newTries,
  type OrderTries,
  tried,
} from '../../../state/order-tries.ts';

import { type PinReason, type SentOrderAtHand, tillActions } from './till-actions.ts';

export interface TillState {
  readonly lines: readonly Line[];
  readonly service: Service;
  readonly name: string;
  readonly place: string;
  readonly answers: Answers;
  /** Allergens that the guest can't have. */
  readonly avoid: readonly string[];
  /** The line being answered: one of the order's, or a new one (undefined index). */
  readonly open: { readonly line: Line; readonly index: number | undefined } | undefined;
  readonly tries: OrderTries;
  readonly sending: boolean;
  /** The latest message: the number of a placed order, or why it failed. */
  readonly notice: (StaffText & { readonly isWell: boolean }) | undefined;
  readonly parked: readonly ParkedOrder[];
  /** A parked order taken here, until the server has confirmed it. */
  readonly confirming: { readonly id: string; readonly reservation: string } | undefined;
  /** The order that this one is added to, as a round. */
  readonly round: SentOrderAtHand | undefined;
  /** Sold even if there is not enough on hand: only what is off by hand counts. */
  readonly evenIfShort: boolean;
  /** What a PIN is asked for. */
  readonly asking: PinReason | undefined;
  /** Why the PIN was not taken. */
  readonly pinRefusal: StaffText | undefined;
  /** The total that was last sent. */
  readonly sentTotal: number;
}

const ORDER_KEY = 'hearty-ladle-till-order-1';
const MAX = 999;
const emptyOrder = () => ({
  lines: [],
  service: 'dine-in' as const,
  name: '',
  place: '',
  answers: {},
  avoid: [],
  open: undefined,
  round: undefined,
  evenIfShort: false,
  tries: newTries(crypto.randomUUID()),
});

export const tillFeature = createFeature({
  name: 'till',
  reducer: createReducer<TillState>(
    {
      ...emptyOrder(),
      sending: false,
      notice: undefined,
      parked: [],
      confirming: undefined,
      asking: undefined,
      pinRefusal: undefined,
      sentTotal: 0,
      ...rememberedOrder(),
    },
    on(tillActions.lineAdded, (state, { line }) => ({
      ...changed(state),
      lines: [...state.lines, line],
      notice: undefined,
    })),
    on(tillActions.lineOpened, (state, open) => ({
      ...state,
      open: { line: open.line, index: open.index },
      notice: undefined,
    })),
    on(tillActions.lineAnswered, (state, { line }) => ({ ...state, open: state.open && { ...state.open, line } })),
    on(tillActions.lineConfirmed, (state) => lineConfirmed(state)),
    on(tillActions.lineNeeded, (state) => ({ ...state, notice: { isWell: false, key: 'notice.dish-open' } })),
    on(tillActions.lineCancelled, (state) => ({ ...state, open: undefined })),
    on(tillActions.lineCounted, (state, { index, quantity }) => ({
      ...changed(state),
      lines: state.lines.flatMap((line, i) => (i === index ? counted(line, quantity) : [line])),
    })),
    on(tillActions.named, (state, { service = state.service, name = state.name, place = state.place }) => ({
      ...changed(state),
      service,
      name,
      place,
    })),
    on(tillActions.avoided, (state, { avoid }) => ({ ...changed(state), avoid })),
    on(tillActions.orderAnswered, (state, { answers }) => ({ ...changed(state), answers })),
    on(tillActions.roundChosen, (state, { round }) => ({
      ...changed(state),
      round,
      service: round?.service ?? state.service,
      notice: undefined,
    })),
    on(tillActions.shortSaleAsked, (state, { isOn }) => ({ ...changed(state), evenIfShort: isOn })),
    on(tillActions.sent, (state, { total }) => ({
      ...state,
      sending: true,
      sentTotal: total,
      notice: undefined,
      tries: tried(state.tries),
    })),
    on(tillActions.answerSlow, (state) =>
      state.sending ? { ...state, notice: { isWell: false, key: 'notice.slow' } } : state,
    ),
    on(tillActions.sendAnswered, (state, { key, answer, nextKey }) =>
      withSendAnswer(
        { ...state, sending: false, notice: undefined, tries: answeredTries(state.tries, answer, nextKey) },
        answerFor(state.tries, key, answer),
      ),
    ),
    on(tillActions.parkAnswered, (state, { isParked, nextKey }) =>
      isParked
        ? { ...state, ...emptyOrder(), tries: newTries(nextKey), notice: { isWell: true, key: 'notice.held' } }
        : { ...state, notice: { isWell: false, key: 'notice.not-held' } },
    ),
    on(tillActions.parkedArrived, (state, { parked }) => ({ ...state, parked })),
    on(tillActions.parkedReserved, (state, { id, reservation, order }) => ({
      ...takenUp(state, order),
      confirming: { id, reservation },
    })),
    on(tillActions.parkedNotReserved, (state, { kind }) => ({
      ...state,
      notice: { isWell: false, key: kind === 'refused' ? 'notice.taken-elsewhere' : 'notice.still-held' },
    })),
    on(tillActions.parkedConfirmed, (state, { isOurs }) => {
      if (isOurs === undefined) return { ...state, notice: { isWell: false, key: 'notice.taking-up' } };
      if (isOurs) return { ...state, confirming: undefined, notice: undefined };
      return {
        ...state,
        ...emptyOrder(),
        confirming: undefined,
        notice: { isWell: false, key: 'notice.taken-elsewhere' },
      };
    }),
    on(tillActions.pinAsked, (state, { reason }) => ({ ...state, asking: reason, pinRefusal: undefined })),
    on(tillActions.pinDismissed, (state) => ({ ...state, asking: undefined, pinRefusal: undefined })),
    on(tillActions.pinAnswered, (state, { answer }) => {
      if (answer.outcome === 'wrong') return { ...state, pinRefusal: pinText(answer) };
      const { asking } = state;
      const known = { ...state, notice: undefined, pinRefusal: undefined, asking: undefined };
      if (asking === 'short-sale') return { ...changed(known), evenIfShort: true };
      return asking && 'line' in asking ? { ...known, open: { line: asking.line, index: undefined } } : known;
    }),
  ),
  extraSelectors: ({ selectLines, selectService, selectAnswers }) => ({
    /** What the price depends on; a name or a table typed in leaves it as it is. */
    selectPricedOrder: createSelector(selectLines, selectService, selectAnswers, (lines, service, answers) =>
      pricedOrder({ lines, service, answers }),
    ),
  }),
});

/** Stores what survives a reload: the order at hand with its keys, also one being taken up from hold, and no PIN. */
export function rememberOrder(state: TillState): void {
  const { lines, service, name, place, answers, avoid, open, round, tries, confirming } = state;
  globalThis.localStorage?.setItem(
    ORDER_KEY,
    JSON.stringify({ lines, service, name, place, answers, avoid, open, round, tries, confirming }),
  );
}

function rememberedOrder(): Partial<TillState> {
  try {
    return JSON.parse(globalThis.localStorage?.getItem(ORDER_KEY) ?? '{}') as Partial<TillState>;
  } catch {
    return {};
  }
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

function counted(line: Line, quantity: number): Line[] {
  return quantity < 1 ? [] : [{ ...line, quantity: Math.min(MAX, quantity) }];
}

function pinText({ code }: Extract<PinAnswer, { outcome: 'wrong' }>): StaffText {
  return code === undefined ? { key: 'notice.no-answer' } : refusalText(code);
}

function withSendAnswer(state: TillState, answer: SentOrder): TillState {
  const say = (text: StaffText, isWell = false): TillState => ({ ...state, notice: { isWell, ...text } });
  switch (answer.outcome) {
    case 'placed':
      return {
        ...state,
        ...emptyOrder(),
        tries: state.tries,
        notice: {
          isWell: true,
          key: answer.order.round === undefined ? 'notice.placed' : 'notice.round-placed',
          values: { number: answer.order.number, round: answer.order.round ?? 1 },
        },
      };
    case 'first-was-placed':
      return say({ key: 'notice.first-placed', values: { number: answer.order.number } });
    case 'offline':
    case 'busy':
    case 'failed':
    case 'costs-otherwise':
      return say({ key: `notice.${answer.outcome}` });
    case 'refused':
      if (answer.code === 'may-not-name-prices')
        return { ...state, asking: { total: state.sentTotal }, pinRefusal: refusalText(answer.code) };
      return say(refusalText(answer.code, { limit: answer.fault?.limit ?? 0 }));
  }
}

function takenUp(
  state: TillState,
  { lines, name = '', place = '', service = 'dine-in', avoid = [], picks, notes, dates, amounts, consents }: Placement,
): TillState {
  const answers: Answers = {
    ...(picks && { picks }),
    ...(notes && { notes }),
    ...(dates && { dates }),
    ...(amounts && { amounts }),
    ...(consents && { consents }),
  };
  return { ...state, ...emptyOrder(), lines, name, place, service, answers, avoid, notice: undefined };
}

/** The order as it is parked and sent. */
export function tillOrder({ lines, service, answers, name, place, avoid }: TillState): Placement {
  return {
    ...pricedOrder({ lines, service, answers }),
    ...(name && { name }),
    ...(place && { place }),
    ...(avoid.length > 0 && { avoid: [...avoid] }),
  };
}

function pricedOrder({ lines, service, answers }: Pick<TillState, 'lines' | 'service' | 'answers'>): Order {
  return { channel: 'pos', service, ...answers, lines: [...lines] };
}
