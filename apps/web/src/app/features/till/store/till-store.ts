import type { Answers, Line, Order, ParkedOrder, Placement, Service } from '@hearty-ladle/core';
import { createFeature, createReducer, createSelector, on } from '@ngrx/store';
import { type SentOrder } from '../../../api/api.ts';
import {
  answeredTries,
  answerFor,
  changedTries,
  newTries,
  type OrderTries,
  tried,
} from '../../../state/order-tries.ts';

import { tillActions } from './till-actions.ts';

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

const MAX = 999;
const emptyOrder = () => ({
  lines: [],
  service: 'dine-in' as const,
  name: '',
  place: '',
  answers: {},
  open: undefined,
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
      pin: undefined,
      device: rememberedDevice(),
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
    on(tillActions.lineCancelled, (state) => ({ ...state, open: undefined })),
    on(tillActions.lineRepeated, (state, { index, by }) => ({
      ...changed(state),
      lines: state.lines.flatMap((line, i) => (i === index ? counted(line, by) : [line])),
    })),
    on(tillActions.lineDropped, (state, { index }) => ({
      ...changed(state),
      lines: state.lines.filter((_, i) => i !== index),
    })),
    on(tillActions.named, (state, { service = state.service, name = state.name, place = state.place }) => ({
      ...changed(state),
      service,
      name,
      place,
    })),
    on(tillActions.orderAnswered, (state, { answers }) => ({ ...changed(state), answers })),
    on(tillActions.sent, (state) => ({ ...state, sending: true, notice: undefined, tries: tried(state.tries) })),
    on(tillActions.sendAnswered, (state, { key, answer, nextKey }) =>
      withSendAnswer(
        { ...state, sending: false, tries: answeredTries(state.tries, answer, nextKey) },
        answerFor(state.tries, key, answer),
      ),
    ),
    on(tillActions.parkAnswered, (state, { isParked, nextKey }) =>
      isParked
        ? { ...state, ...emptyOrder(), tries: newTries(nextKey), notice: { isWell: true, words: 'On hold.' } }
        : {
            ...state,
            notice: {
              isWell: false,
              words: 'It could not be put on hold just now; it is still here. Trying again holds it once.',
            },
          },
    ),
    on(tillActions.parkedArrived, (state, { parked }) => ({ ...state, parked })),
    on(tillActions.parkedReserved, (state, { id, reservation, order }) => ({
      ...takenUp(state, order),
      confirming: { id, reservation },
    })),
    on(tillActions.parkedNotReserved, (state, { kind }) => ({
      ...state,
      notice: {
        isWell: false,
        words:
          kind === 'refused'
            ? TAKEN_ELSEWHERE
            : 'The server does not answer. The order is still on hold; please try again.',
      },
    })),
    on(tillActions.parkedConfirmed, (state, { isOurs }) => {
      if (isOurs === undefined)
        return { ...state, notice: { isWell: false, words: 'Taking the order up … the server does not answer yet.' } };
      if (isOurs) return { ...state, confirming: undefined, notice: undefined };
      return { ...state, ...emptyOrder(), confirming: undefined, notice: { isWell: false, words: TAKEN_ELSEWHERE } };
    }),
    on(tillActions.pinAnswered, (state, { pin, answer }) =>
      answer.outcome === 'right'
        ? { ...state, pin, device: answer.device, notice: undefined }
        : { ...state, pin: undefined, notice: { isWell: false, words: answer.message } },
    ),
  ),
  extraSelectors: ({ selectLines, selectService, selectAnswers }) => ({
    /** What the price depends on; a name or a table typed in leaves it as it is. */
    selectPricedOrder: createSelector(selectLines, selectService, selectAnswers, (lines, service, answers) =>
      pricedOrder({ lines, service, answers }),
    ),
  }),
});

const TAKEN_ELSEWHERE = 'This order was taken up at another till.';
export const DEVICE_KEY = 'hearty-ladle-till-token';

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
  const quantity = Math.min(MAX, (line.quantity ?? 1) + by);
  return quantity < 1 ? [] : [{ ...line, quantity }];
}

const UNANSWERED = {
  offline: 'The server can’t be reached.',
  busy: 'The server has too much to do.',
  failed: 'Something is wrong at the server.',
} as const;

function withSendAnswer(state: TillState, answer: SentOrder): TillState {
  const say = (words: string, isWell = false): TillState => ({ ...state, notice: { isWell, words } });
  switch (answer.outcome) {
    case 'placed':
      return {
        ...state,
        ...emptyOrder(),
        tries: state.tries,
        notice: { isWell: true, words: `Number ${answer.order.number} is in the kitchen.` },
      };
    case 'first-was-placed':
      return say(
        `It had arrived before you changed it, as number ${answer.order.number}. What is here now was not sent: ` +
          `remove what is in number ${answer.order.number} already, or send it as a second order.`,
      );
    case 'offline':
    case 'busy':
    case 'failed':
      return say(`${UNANSWERED[answer.outcome]} The order is still here; sending again can’t order twice.`);
    case 'costs-otherwise':
      return say('The menu has changed: look at the total and send again.');
    case 'refused':
      return say(answer.message);
  }
}

function takenUp(
  state: TillState,
  { lines, name = '', place = '', service = 'dine-in', picks, notes, dates, amounts, consents }: Placement,
): TillState {
  const answers: Answers = {
    ...(picks && { picks }),
    ...(notes && { notes }),
    ...(dates && { dates }),
    ...(amounts && { amounts }),
    ...(consents && { consents }),
  };
  return { ...state, ...emptyOrder(), lines, name, place, service, answers, notice: undefined };
}

/** The order as it is parked and sent. */
export function tillOrder({ lines, service, answers, name, place, pin }: TillState): Placement {
  return {
    ...pricedOrder({ lines, service, answers }),
    ...(name && { name }),
    ...(place && { place }),
    ...(pin !== undefined && { pin }),
  };
}

function pricedOrder({ lines, service, answers }: Pick<TillState, 'lines' | 'service' | 'answers'>): Order {
  return { channel: 'pos', service, ...answers, lines: [...lines] };
}
