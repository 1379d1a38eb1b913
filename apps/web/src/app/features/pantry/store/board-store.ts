import type { CountChange, HeldOff, MovementRequest, OffRequest, What } from '@hearty-ladle/core';
import { keyOfWhat } from '@hearty-ladle/core';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import type { PinAnswer } from '../../../api/api.ts';
import { rememberedDevice } from '../../../state/device-token.ts';

/** Something that waits for the server: until it answers, it is sent again and again with the same key. */
export type Deed =
  | { readonly key: string; readonly off: OffRequest }
  /** Puts something back. */
  | { readonly key: string; readonly back: string }
  | { readonly key: string; readonly move: MovementRequest }
  | { readonly key: string; readonly count: CountChange };

export type Place = 'here' | 'everywhere';
export type Until = 'day-end' | 'hour' | 'open';

export interface BoardState {
  /** What the next deed is for. */
  readonly armed: readonly What[];
  readonly place: Place;
  readonly until: Until;
  readonly waiting: readonly Deed[];
  /** The first waiting deed was not answered. */
  readonly isStuck: boolean;
  /** What was last taken off here, to be undone. */
  readonly done: readonly HeldOff[];
  readonly asksPin: boolean;
  /** Why the PIN was not taken, or a deed was refused: the code of a problem document. */
  readonly refusal: string | undefined;
  readonly device: string | undefined;
}

export type DeedAnswer =
  | { readonly outcome: 'done'; readonly offs: readonly HeldOff[] }
  | { readonly outcome: 'unanswered' | 'needs-pin' }
  | { readonly outcome: 'refused'; readonly code: string };

export const boardActions = createActionGroup({
  source: 'Board',
  events: {
    Armed: props<{ what: What }>(),
    Disarmed: emptyProps(),
    'Place chosen': props<{ place: Place }>(),
    'Until chosen': props<{ until: Until }>(),
    'Deed added': props<{ deed: Deed }>(),
    'Deed answered': props<{ deed: Deed; answer: DeedAnswer }>(),
    'Queue resumed': emptyProps(),
    'Pin entered': props<{ pin: string }>(),
    'Pin answered': props<{ answer: PinAnswer }>(),
    'Pin dismissed': emptyProps(),
  },
});

const QUEUE_KEY = 'hearty-ladle-board-queue';

export function rememberQueue(waiting: readonly Deed[]): void {
  globalThis.localStorage?.setItem(QUEUE_KEY, JSON.stringify(waiting));
}

function rememberedQueue(): readonly Deed[] {
  try {
    return JSON.parse(globalThis.localStorage?.getItem(QUEUE_KEY) ?? '[]') as readonly Deed[];
  } catch {
    return [];
  }
}

export const boardFeature = createFeature({
  name: 'board',
  reducer: createReducer<BoardState>(
    {
      armed: [],
      place: 'here',
      until: 'day-end',
      waiting: rememberedQueue(),
      isStuck: false,
      done: [],
      asksPin: false,
      refusal: undefined,
      device: rememberedDevice(),
    },
    on(boardActions.armed, (state, { what }) => {
      const others = state.armed.filter((one) => keyOfWhat(one) !== keyOfWhat(what));
      return { ...state, armed: [...others, what], done: [], refusal: undefined };
    }),
    on(boardActions.disarmed, (state) => ({ ...state, armed: [] })),
    on(boardActions.placeChosen, (state, { place }) => ({ ...state, place })),
    on(boardActions.untilChosen, (state, { until }) => ({ ...state, until })),
    on(boardActions.deedAdded, (state, { deed }) => ({
      ...state,
      armed: 'off' in deed ? [] : state.armed,
      done: [],
      refusal: undefined,
      waiting: [...state.waiting, deed],
    })),
    on(boardActions.deedAnswered, (state, { deed, answer }) => {
      const rest = state.waiting.filter(({ key }) => key !== deed.key);
      switch (answer.outcome) {
        case 'done':
          return { ...state, waiting: rest, isStuck: false, done: answer.offs };
        case 'refused':
          return { ...state, waiting: rest, isStuck: false, refusal: answer.code };
        case 'needs-pin':
          return { ...state, asksPin: true, isStuck: false };
        case 'unanswered':
          return { ...state, isStuck: true };
      }
    }),
    on(boardActions.pinAnswered, (state, { answer }) =>
      answer.outcome === 'right'
        ? { ...state, asksPin: false, refusal: undefined, device: answer.device }
        : { ...state, refusal: answer.code ?? 'no-answer' },
    ),
    // Without the PIN, what waits is not going to happen.
    on(boardActions.pinDismissed, (state) => ({ ...state, asksPin: false, refusal: undefined, waiting: [] })),
  ),
});
