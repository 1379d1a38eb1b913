import { inject, Injectable } from '@angular/core';
import type { FirstAnswers, ListedOrder, PublishRequest } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props, Store } from '@ngrx/store';
import { catchError, EMPTY, exhaustMap, filter, map, merge, of, switchMap, tap } from 'rxjs';
import { Api } from '../api/api.ts';
import { EditionsApi, type PublishAnswer } from '../api/editions-api.ts';
import { Live } from '../api/live.ts';
import { menuActions } from './menu-actions.ts';

/** What was typed and is not saved yet. */
export interface Drafts {
  /** Undefined until something of it is typed. */
  readonly house: FirstAnswers | undefined;
  readonly section: string;
  readonly dishes: string;
  readonly question: string;
  readonly choices: string;
}

export interface FirstStepsState {
  /** Somebody was led here, and not to the end yet. */
  readonly isBegun: boolean;
  readonly hasOrder: boolean;
  readonly hasBumped: boolean;
  readonly drafts: Drafts;
  /** What was handed in, and what is left of it once the server has it: until then nothing typed is let go. */
  /** Whether the first edition is being published, and why it was not. */
  readonly publishing: { readonly isSending: boolean; readonly refusal: string | undefined };
  readonly handedIn: { readonly typed: Drafts; readonly left: Partial<Drafts> } | undefined;
}

export const firstStepsActions = createActionGroup({
  source: 'First steps',
  events: {
    Opened: emptyProps(),
    'Orders arrived': props<{ orders: readonly ListedOrder[] }>(),
    Typed: props<{ drafts: Partial<Drafts> }>(),
    /** A step was handed in; `left`: its drafts once it is saved. */
    'Handed in': props<{ left: Partial<Drafts> }>(),
    'Publish asked': props<{ request: PublishRequest }>(),
    'Publish answered': props<{ answer: PublishAnswer }>(),
  },
});

const STORAGE_KEY = 'hearty-ladle-first-steps';
const NOTHING: Drafts = { house: undefined, section: '', dishes: '', question: '', choices: '' };

function remembered(): Pick<FirstStepsState, 'isBegun' | 'drafts'> {
  try {
    const kept = JSON.parse(localStorage.getItem(STORAGE_KEY) ?? '{}') as Partial<FirstStepsState>;
    return { isBegun: kept.isBegun ?? false, drafts: { ...NOTHING, ...kept.drafts } };
  } catch {
    return { isBegun: false, drafts: NOTHING };
  }
}

/** The first steps: what was typed, whether an order came in, and whether one of its tickets was bumped. */
export const firstStepsFeature = createFeature({
  name: 'firstSteps',
  reducer: createReducer<FirstStepsState>(
    {
      ...{ hasOrder: false, hasBumped: false, ...remembered(), handedIn: undefined },
      publishing: { isSending: false, refusal: undefined },
    },
    on(firstStepsActions.opened, (state) => ({ ...state, isBegun: !state.hasBumped })),
    on(firstStepsActions.ordersArrived, (state, { orders }) => {
      const hasBumped = orders.some(({ bumped }) => bumped > 0);
      return { ...state, hasOrder: orders.length > 0, hasBumped, isBegun: state.isBegun && !hasBumped };
    }),
    on(firstStepsActions.typed, (state, { drafts }) => ({ ...state, drafts: { ...state.drafts, ...drafts } })),
    on(firstStepsActions.handedIn, (state, { left }) => ({ ...state, handedIn: { typed: state.drafts, left } })),
    on(firstStepsActions.publishAsked, (state) => ({ ...state, publishing: { isSending: true, refusal: undefined } })),
    on(firstStepsActions.publishAnswered, (state, { answer }) => ({
      ...state,
      publishing: { isSending: false, refusal: answer.outcome === 'published' ? undefined : answer.message },
    })),
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
function letGo({ handedIn, ...state }: FirstStepsState): FirstStepsState {
  if (!handedIn) return { ...state, handedIn };
  const { typed, left } = handedIn;
  const isAsHandedIn = (field: string) => state.drafts[field as keyof Drafts] === typed[field as keyof Drafts];
  const gone = Object.fromEntries(Object.entries(left).filter(([field]) => isAsHandedIn(field)));
  return { ...state, drafts: { ...state.drafts, ...gone }, handedIn: undefined };
}

@Injectable()
export class FirstStepsEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(Api);
  readonly #editions = inject(EditionsApi);
  readonly #live = inject(Live);
  readonly #store = inject(Store);

  readonly read = createEffect(() =>
    this.#actions.pipe(
      ofType(firstStepsActions.opened),
      switchMap(() => merge(of(undefined), this.#live.events.pipe(filter(({ type }) => type === 'tickets')))),
      switchMap(() => this.#api.orders({ find: '' }).pipe(catchError(() => EMPTY))),
      map((orders) => firstStepsActions.ordersArrived({ orders })),
    ),
  );

  readonly publish = createEffect(() =>
    this.#actions.pipe(
      ofType(firstStepsActions.publishAsked),
      exhaustMap(({ request }) => this.#editions.publish(request)),
      map((answer) => firstStepsActions.publishAnswered({ answer })),
    ),
  );

  readonly remember = createEffect(
    () =>
      this.#store
        .select(firstStepsFeature.selectFirstStepsState)
        .pipe(tap(({ isBegun, drafts }) => localStorage.setItem(STORAGE_KEY, JSON.stringify({ isBegun, drafts })))),
    { dispatch: false },
  );
}
