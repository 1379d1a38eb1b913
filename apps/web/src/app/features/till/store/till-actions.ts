import type { Answers, Line, ParkedOrder, PinTry, Placement, Service } from '@hearty-ladle/core';
import { createActionGroup, emptyProps, props } from '@ngrx/store';
import { type SentOrder } from '../../../api/ordering-api.ts';
import { type FailureKind } from '../../../api/failure.ts';
import type { PinAnswer } from '../../../api/session-api.ts';

/** A sent order that a round is added to; its service and location are the round's too. */
export interface SentOrderAtHand {
  readonly id: string;
  readonly number: number;
  readonly service: Service;
  readonly location: string | undefined;
}

/** What a PIN is asked for: to open a dish, to sell what is short, or to send the order, at the total that was seen. */
export type PinReason = { readonly line: Line } | { readonly total: number } | 'short-sale';

export const tillActions = createActionGroup({
  source: 'Till',
  events: {
    Opened: emptyProps(),
    'Line added': props<{ line: Line }>(),
    'Line opened': props<{ line: Line; index: number | undefined }>(),
    'Line answered': props<{ line: Line }>(),
    'Line confirmed': emptyProps(),
    'Line cancelled': emptyProps(),
    /** The order can't be sent or held yet: a dish is open and lacks an answer. */
    'Line needed': emptyProps(),
    /** Sets how many of a line; 0 removes it. */
    'Line counted': props<{ index: number; quantity: number }>(),
    Named: props<{ service?: Service; name?: string; place?: string }>(),
    Avoided: props<{ avoid: readonly string[] }>(),
    'Order answered': props<{ answers: Answers }>(),
    /** What is rung up is added to an order that was sent; undefined: it is an order of its own. */
    'Round chosen': props<{ round: SentOrderAtHand | undefined }>(),
    /** The order is to be judged by what is off by hand, even if there is not enough on hand; this needs the PIN. */
    'Short sale asked': props<{ isOn: boolean }>(),
    Sent: props<{ total: number }>(),
    'Answer slow': emptyProps(),
    'Send answered': props<{ key: string; answer: SentOrder; nextKey: string }>(),
    Parked: emptyProps(),
    'Park answered': props<{ isParked: boolean; nextKey: string }>(),
    'Parked arrived': props<{ parked: readonly ParkedOrder[] }>(),
    'Parked chosen': props<{ id: string }>(),
    'Parked reserved': props<{ id: string; reservation: string; order: Placement }>(),
    'Parked not reserved': props<{ kind: FailureKind }>(),
    /** Undefined: not answered yet. */
    'Parked confirmed': props<{ isOurs: boolean | undefined }>(),
    'Pin asked': props<{ reason: PinReason }>(),
    'Pin dismissed': emptyProps(),
    'Pin entered': props<{ tried: PinTry }>(),
    'Pin answered': props<{ answer: PinAnswer }>(),
  },
});
