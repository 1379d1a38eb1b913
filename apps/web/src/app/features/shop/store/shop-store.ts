import type { Answers, Line, Order, OrderProblem, PlacedOrder, Service } from '@hearty-ladle/core';
import { createActionGroup, createFeature, createReducer, createSelector, emptyProps, on, props } from '@ngrx/store';
import type { SentOrder } from '../../../api/ordering-api.ts';
import type { FailureKind } from '../../../api/failure.ts';
import { locationChosen } from '../../../state/chosen-location.ts';
import type { BasketLine, SeenNames } from './basket-line.ts';
import {
  answeredTries,
  answerFor,
  changedTries,
  newTries,
  type OrderTries,
  tried,
} from '../../../state/order-tries.ts';

/** The dish being answered: a new line, or one of the basket's. */
export interface OpenDish {
  readonly line: Line;
  readonly editing: number | undefined;
}

export interface ShopState {
  readonly open: OpenDish | undefined;
  readonly lines: readonly BasketLine[];
  /** Who to call. */
  readonly name: string;
  /** Where to bring it: a table or an address, by how it is wanted. */
  readonly places: Readonly<Partial<Record<Service, string>>>;
  /** How it is wanted; undefined until the guest has said. */
  readonly service: Service | undefined;
  /** The lines of the guest's last order, to order again. */
  readonly last: readonly BasketLine[];
  /** Allergens that the guest can't have; kept from order to order. */
  readonly avoid: readonly string[];
  /** Answers to the order's own questions. */
  readonly answers: Answers;
  readonly tries: OrderTries;
  readonly sending: boolean;
  /** The order was sent a while ago, without an answer. */
  readonly isSlow: boolean;
  /** Why the last attempt was not answered. */
  readonly unanswered: Exclude<FailureKind, 'refused'> | undefined;
  /** An order that an unanswered attempt had placed after all, while the basket was changed. */
  readonly firstPlaced: PlacedOrder | undefined;
  readonly problems: readonly OrderProblem[];
  /** Why the server refused the order: a code of its problem documents, and the limit the order was above. */
  readonly refusal: { readonly code: string; readonly limit?: number } | undefined;
}

export const shopActions = createActionGroup({
  source: 'Shop',
  events: {
    'Dish opened': props<{ line: Line; editing?: number }>(),
    'Dish answered': props<{ line: Line }>(),
    'Dish closed': emptyProps(),
    'Dish put in basket': props<{ seen: number; names: SeenNames }>(),
    /** The guest accepted what the menu made of a line: its price and names, and what is gone from it. */
    'Change agreed': props<{ index: number; agreed: BasketLine }>(),
    'Guest named': props<{ name?: string; place?: string }>(),
    'Service chosen': props<{ service: Service }>(),
    /** The guest's last order once more, on top of what is in the basket. */
    'Ordered again': emptyProps(),
    Avoided: props<{ avoid: readonly string[] }>(),
    'Line taken out': props<{ index: number }>(),
    'Order answered': props<{ answers: Answers }>(),
    'Order sent': props<{ total: number }>(),
    'Answer slow': emptyProps(),
    'Send answered': props<{ key: string; answer: SentOrder; nextKey: string }>(),
    /** The guest wanted only the order that was placed first. */
    'Basket emptied': emptyProps(),
  },
});

/** What is assumed of a guest who has not said how it is wanted. */
export const USUAL_SERVICE: Service = 'takeaway';

/** Where to bring what is wanted now; empty for what is fetched. */
export function placeOf({ places, service = USUAL_SERVICE }: Pick<ShopState, 'places' | 'service'>): string {
  return service === 'takeaway' ? '' : (places[service] ?? '');
}

/** The order as sent: what was chosen, never a price. */
export function orderOf({
  lines,
  answers,
  service = USUAL_SERVICE,
}: Pick<ShopState, 'lines' | 'answers' | 'service'>): Order {
  return { channel: 'online', service, ...answers, lines: lines.map(({ line }) => line) };
}

const STORAGE_KEY = 'hearty-ladle-basket-3';

/** Stores what survives a reload: everything the guest has chosen. */
export function remember(state: ShopState): void {
  const { open, lines, answers, tries, firstPlaced, name, places, service, last, avoid } = state;
  const kept = { open, lines, answers, tries, firstPlaced, name, places, service, last, avoid };
  localStorage.setItem(STORAGE_KEY, JSON.stringify(kept));
}

function remembered(): Partial<ShopState> {
  try {
    return JSON.parse(localStorage.getItem(STORAGE_KEY) ?? '{}') as Partial<ShopState>;
  } catch {
    return {};
  }
}

/** The initial state: what was stored, on top of an empty basket. */
function initialShop(key: string): ShopState {
  const empty = {
    open: undefined,
    lines: [],
    name: '',
    places: {},
    service: undefined,
    last: [],
    avoid: [],
    answers: {},
    tries: newTries(key),
    sending: false,
    isSlow: false,
    unanswered: undefined,
    firstPlaced: undefined,
    problems: [],
    refusal: undefined,
  };
  return { ...empty, ...remembered() };
}

export const shopFeature = createFeature({
  name: 'shop',
  reducer: createReducer<ShopState>(
    initialShop(crypto.randomUUID()),
    on(shopActions.dishOpened, (state, { line, editing }) => ({ ...state, open: { line, editing } })),
    on(shopActions.dishAnswered, (state, { line }) => ({ ...state, open: state.open && { ...state.open, line } })),
    on(shopActions.dishClosed, (state) => ({ ...state, open: undefined })),
    on(shopActions.dishPutInBasket, (state, { seen, names }) => inBasket(state, seen, names)),
    on(shopActions.changeAgreed, (state, { index, agreed }) => ({
      ...changedOrder(state),
      lines: state.lines.map((it, i) => (i === index ? agreed : it)),
    })),
    on(shopActions.guestNamed, (state, named) => ({
      ...changedOrder(state),
      ...(named.name !== undefined && { name: named.name }),
      ...(named.place !== undefined && { places: { ...state.places, [state.service ?? USUAL_SERVICE]: named.place } }),
    })),
    on(locationChosen, changedOrder),
    on(shopActions.serviceChosen, (state, { service }) => ({ ...changedOrder(state), service })),
    on(shopActions.orderedAgain, (state) => ({ ...changedOrder(state), lines: [...state.lines, ...state.last] })),
    on(shopActions.avoided, (state, { avoid }) => ({ ...changedOrder(state), avoid })),
    on(shopActions.lineTakenOut, (state, { index }) => ({
      ...changedOrder(state),
      lines: state.lines.filter((_, i) => i !== index),
    })),
    on(shopActions.orderAnswered, (state, { answers }) => ({ ...changedOrder(state), answers })),
    on(shopActions.orderSent, (state) => ({
      ...state,
      sending: true,
      isSlow: false,
      problems: [],
      refusal: undefined,
      unanswered: undefined,
      tries: tried(state.tries),
    })),
    on(shopActions.answerSlow, (state) => ({ ...state, isSlow: state.sending })),
    on(shopActions.sendAnswered, (state, { key, answer, nextKey }) =>
      withSendAnswer(
        { ...state, sending: false, isSlow: false, tries: answeredTries(state.tries, answer, nextKey) },
        answerFor(state.tries, key, answer),
      ),
    ),
    on(shopActions.basketEmptied, (state) => ({
      ...state,
      lines: [],
      answers: {},
      firstPlaced: undefined,
      problems: [],
      refusal: undefined,
      unanswered: undefined,
    })),
  ),
  extraSelectors: ({ selectLines, selectAnswers, selectService }) => ({
    /** What the price depends on; a name or a table typed in leaves it as it is. */
    selectOrder: createSelector(selectLines, selectAnswers, selectService, (lines, answers, service) =>
      orderOf({ lines, answers, service }),
    ),
  }),
});

/** Messages about the order are cleared when it changes. */
function changedOrder(state: ShopState): ShopState {
  return { ...state, problems: [], refusal: undefined, unanswered: undefined, tries: changedTries(state.tries) };
}

function inBasket(state: ShopState, seen: number, names: SeenNames): ShopState {
  if (!state.open) return state;
  const { line, editing } = state.open;
  const lines =
    editing === undefined
      ? [...state.lines, { line, seen, names }]
      : state.lines.map((it, i) => (i === editing ? { line, seen, names } : it));
  return { ...changedOrder(state), lines, open: undefined };
}

function withSendAnswer(state: ShopState, answer: SentOrder): ShopState {
  switch (answer.outcome) {
    case 'offline':
    case 'busy':
    case 'failed':
      return { ...state, unanswered: answer.outcome };
    case 'placed':
      return {
        ...state,
        problems: [],
        refusal: undefined,
        lines: [],
        last: state.lines,
        answers: {},
        firstPlaced: undefined,
      };
    case 'first-was-placed':
      return { ...state, problems: [], refusal: undefined, firstPlaced: answer.order };
    case 'costs-otherwise':
      return { ...state, problems: [], refusal: { code: 'costs-otherwise' } };
    case 'refused':
      return {
        ...state,
        problems: answer.problems,
        refusal: { code: answer.code, ...(answer.fault && { limit: answer.fault.limit }) },
      };
  }
}
