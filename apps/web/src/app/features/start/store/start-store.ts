import { inject, Injectable } from '@angular/core';
import type { FirstAnswers, ListedOrder } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props, Store } from '@ngrx/store';
import { catchError, EMPTY, filter, map, merge, of, switchMap, tap } from 'rxjs';
import { Api } from '../../../api/api.ts';
import { Live } from '../../../api/live.ts';
import { menuActions } from '../../../state/menu-actions.ts';

/** What was typed and is not saved yet. */
export interface Drafts {
  /** Undefined until something of it is typed. */
  readonly house: FirstAnswers | undefined;
  readonly section: string;
  readonly dishes: string;
  readonly question: string;
  readonly choices: string;
}

export interface StartState {
  readonly hasOrder: boolean;
  readonly hasBumped: boolean;
  readonly drafts: Drafts;
  /** What was handed in, and what is left of it once the server has it: until then nothing typed is let go. */
  readonly handedIn: { readonly typed: Drafts; readonly left: Partial<Drafts> } | undefined;
}

export const startActions = createActionGroup({
  source: 'First steps',
  events: {
    Opened: emptyProps(),
    'Orders arrived': props<{ orders: readonly ListedOrder[] }>(),
    Typed: props<{ drafts: Partial<Drafts> }>(),
    /** A step was handed in; `left`: its drafts once it is saved. */
    'Handed in': props<{ left: Partial<Drafts> }>(),
  },
});

const STORAGE_KEY = 'hearty-ladle-first-steps';
const NOTHING: Drafts = { house: undefined, section: '', dishes: '', question: '', choices: '' };

function remembered(): Drafts {
  try {
    return { ...NOTHING, ...(JSON.parse(localStorage.getItem(STORAGE_KEY) ?? '{}') as Partial<Drafts>) };
  } catch {
    return NOTHING;
  }
}

/** The first steps: what was typed, whether an order came in, and whether one of its tickets was bumped. */
export const startFeature = createFeature({
  name: 'start',
  reducer: createReducer<StartState>(
    { hasOrder: false, hasBumped: false, drafts: remembered(), handedIn: undefined },
    on(startActions.ordersArrived, (state, { orders }) => ({
      ...state,
      hasOrder: orders.length > 0,
      hasBumped: orders.some(({ bumped }) => bumped > 0),
    })),
    on(startActions.typed, (state, { drafts }) => ({ ...state, drafts: { ...state.drafts, ...drafts } })),
    on(startActions.handedIn, (state, { left }) => ({ ...state, handedIn: { typed: state.drafts, left } })),
    on(menuActions.answered, (state, { answer }) => {
      if (answer.outcome === 'saved') return letGo(state);
      const isKeptWaiting = ['offline', 'busy', 'failed'].includes(answer.outcome);
      return isKeptWaiting ? state : { ...state, handedIn: undefined };
    }),
    on(menuActions.changeDecided, (state, { decision }) =>
      decision === 'drop' ? { ...state, handedIn: undefined } : state,
    ),
    on(menuActions.givenUp, (state) => ({ ...state, handedIn: undefined })),
  ),
});

/** What was handed in is saved; what was typed on since stays. */
function letGo({ handedIn, ...state }: StartState): StartState {
  if (!handedIn) return { ...state, handedIn };
  const { typed, left } = handedIn;
  const isAsHandedIn = (field: string) => state.drafts[field as keyof Drafts] === typed[field as keyof Drafts];
  const gone = Object.fromEntries(Object.entries(left).filter(([field]) => isAsHandedIn(field)));
  return { ...state, drafts: { ...state.drafts, ...gone }, handedIn: undefined };
}

@Injectable()
export class StartEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(Api);
  readonly #live = inject(Live);
  readonly #store = inject(Store);

  readonly read = createEffect(() =>
    this.#actions.pipe(
      ofType(startActions.opened),
      switchMap(() => merge(of(undefined), this.#live.events.pipe(filter(({ type }) => type === 'tickets')))),
      switchMap(() => this.#api.orders({ find: '' }).pipe(catchError(() => EMPTY))),
      map((orders) => startActions.ordersArrived({ orders })),
    ),
  );

  readonly remember = createEffect(
    () =>
      this.#store
        .select(startFeature.selectDrafts)
        .pipe(tap((drafts) => localStorage.setItem(STORAGE_KEY, JSON.stringify(drafts)))),
    { dispatch: false },
  );
}
