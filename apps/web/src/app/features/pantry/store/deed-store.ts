import type {
  CountChange,
  HeldOff,
  MovementRequest,
  OffRequest,
  PauseRequest,
  PinTry,
  StockThing,
} from '@hearty-ladle/core';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import type { PinAnswer } from '../../../api/session-api.ts';

/** A change of stock on its way: until the server answers, it is sent again and again with the same key. */
export type Deed =
  | { readonly key: string; readonly off: OffRequest }
  /** Puts something back, by its id. */
  | { readonly key: string; readonly back: string }
  | { readonly key: string; readonly move: MovementRequest }
  | { readonly key: string; readonly count: CountChange }
  | { readonly key: string; readonly pause: PauseRequest }
  | { readonly key: string; readonly thing: StockThing };

export type DeedAnswer =
  | { readonly outcome: 'done'; readonly offs: readonly HeldOff[] }
  | { readonly outcome: 'unanswered' | 'needs-pin' }
  | { readonly outcome: 'refused'; readonly code: string };

export interface DeedState {
  /** The first is being sent. */
  readonly waiting: readonly Deed[];
  /** What was last taken off here, to be undone. */
  readonly done: readonly HeldOff[];
  readonly asksPin: boolean;
  /** Why the PIN was not taken, or a deed was refused: the code of a problem document. */
  readonly refusal: string | undefined;
}

export const deedActions = createActionGroup({
  source: 'Deeds',
  events: {
    Added: props<{ deed: Deed }>(),
    Answered: props<{ deed: Deed; answer: DeedAnswer }>(),
    'Queue resumed': emptyProps(),
    'Pin entered': props<{ tried: PinTry }>(),
    'Pin answered': props<{ answer: PinAnswer }>(),
    'Pin dismissed': emptyProps(),
    /** Without the PIN, what waited is not going to happen; whoever asked for it takes it up again. */
    Dropped: props<{ deeds: readonly Deed[] }>(),
  },
});

const STORAGE_KEY = 'hearty-ladle-deeds';

export function rememberDeeds(waiting: readonly Deed[]): void {
  globalThis.localStorage?.setItem(STORAGE_KEY, JSON.stringify(waiting));
}

function rememberedDeeds(): readonly Deed[] {
  try {
    return JSON.parse(globalThis.localStorage?.getItem(STORAGE_KEY) ?? '[]') as readonly Deed[];
  } catch {
    return [];
  }
}

export const deedFeature = createFeature({
  name: 'deeds',
  reducer: createReducer<DeedState>(
    { waiting: rememberedDeeds(), done: [], asksPin: false, refusal: undefined },
    on(deedActions.added, (state, { deed }) => ({
      ...state,
      done: [],
      refusal: undefined,
      waiting: [...state.waiting, deed],
    })),
    on(deedActions.answered, (state, { deed, answer }) => {
      const waiting = state.waiting.filter(({ key }) => key !== deed.key);
      switch (answer.outcome) {
        case 'done':
          return { ...state, waiting, done: answer.offs };
        case 'refused':
          return { ...state, waiting, refusal: answer.code };
        case 'needs-pin':
          return { ...state, asksPin: true };
        case 'unanswered':
          return state;
      }
    }),
    on(deedActions.pinAnswered, (state, { answer }) =>
      answer.outcome === 'right'
        ? { ...state, asksPin: false, refusal: undefined }
        : { ...state, refusal: answer.code ?? 'no-answer' },
    ),
    on(deedActions.dropped, (state) => ({ ...state, asksPin: false, refusal: undefined, waiting: [] })),
  ),
});
