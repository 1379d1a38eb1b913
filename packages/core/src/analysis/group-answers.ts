import type { IncludedFirst } from '../menu/group-schema.ts';
import type { Pick } from '../api/line.ts';
import { ONE, plus, type Span, times, witnessesOf } from './span.ts';
import { foldFirstPicked, NONE, foldOnlyPicked } from './picked-state.ts';
import { byPick, repriced } from './witness.ts';

/** One possible pick of a choice: units, price per unit in minor units, and the answers to the groups it opens. */
export interface Option {
  readonly units: number;
  readonly price: number;
  /** Span of the inner groups over all units; `count` is the number of their answers. */
  readonly inner: Span;
  readonly calories: number;
  /** The pick itself, if witnesses are requested. */
  readonly pick: Pick | undefined;
}

export interface AnsweredChoice {
  readonly alone: boolean;
  readonly options: readonly Option[];
  /** Unit bounds of this choice that others observe. */
  readonly atoms: readonly Bounds[];
  /** Whether others observe that it is the first picked choice. */
  readonly namedFirst: boolean;
  /** A demand on this choice: picked, or not picked. */
  readonly must?: 'stand' | 'fall';
}

export interface Bounds {
  readonly atLeast: number;
  readonly atMost: number;
}

export interface GroupQuestion {
  readonly min: number;
  readonly max: number;
  readonly included: number;
  readonly includedFirst: IncludedFirst;
  readonly choices: readonly AnsweredChoice[];
  /** Unit bounds of the whole group that others observe. */
  readonly atoms: readonly Bounds[];
  readonly looksAtFirst: boolean;
  readonly looksAtOnly: boolean;
  /** Called with the number of steps before they are taken. */
  readonly spend: (steps: number) => void;
}

/**
 * What the rest of an item can observe of an answer: the truth of the atoms of each choice in document order, then of
 * the group, the first picked choice if relevant, and the only picked one.
 */
export type ObservationKey = string;

function observationKey(atoms: string, first: number, only: number): ObservationKey {
  return `${atoms}|${first}|${only}`;
}

/** Decodes an observation: truth values of the atoms, the first relevant picked choice, and the only picked one. */
export function parseObservation(observation: ObservationKey): {
  truths: readonly number[];
  first: number;
  only: number;
} {
  const [truths = '', first, only] = observation.split('|');
  return { truths: [...truths].map(Number), first: Number(first), only: Number(only) };
}

/**
 * All valid answers to a group, merged by observation key. Choices are processed one after another, keeping only the
 * unit count so far, never the answers themselves.
 */
export function groupAnswers(question: GroupQuestion): Map<ObservationKey, Span> {
  const answers = new Map<ObservationKey, Span>();
  const runs = [question.choices.map(({ alone, options }) => (alone ? [] : options))];
  question.choices.forEach(({ alone, options }, only) => {
    if (alone && options.length > 0) runs.push(question.choices.map((_, i) => (i === only ? options : [])));
  });
  runs.forEach((options, run) => {
    // An exclusive choice gets a run of its own where it is picked; leaving it out is the empty answer of the first
    // run.
    for (const [observation, span] of answersOfRun(question, options, run > 0))
      answers.set(observation, plus(answers.get(observation), span));
  });
  return answers;
}

type Options = readonly (readonly Option[])[];

function answersOfRun(question: GroupQuestion, options: Options, notEmpty: boolean): Map<ObservationKey, Span> {
  const { included, includedFirst } = question;
  const counted = sweep(question, options, notEmpty, PLAIN);
  if (included === 0 || options.every((list) => list.length === 0)) return counted;
  const prices = [...new Set(options.flatMap((list) => list.map(({ price }) => price)))];
  const low = includedFirst === 'cheapest' ? overThresholds('low', prices) : [FREE_CHOICE];
  const high = includedFirst === 'dearest' ? overThresholds('high', prices) : [FREE_CHOICE];
  const lows = low.map((pricing) => sweep(question, options, notEmpty, pricing));
  // If low and high prices agree, one sweep over free units finds both ends.
  const highs = low[0] === high[0] ? lows : high.map((pricing) => sweep(question, options, notEmpty, pricing));
  for (const [observation, span] of counted) {
    const spans = (sweeps: Map<ObservationKey, Span>[]) =>
      sweeps.flatMap((one) => one.get(observation) ?? []).reduce(plus);
    const { low, witnesses: witnesses } = spans(lows);
    counted.set(observation, { ...span, low, high: spans(highs).high, witnesses: witnesses });
  }
  return counted;
}

/**
 * How included units are priced while choices are processed. Free choice: the lowest price with the most expensive
 * units included (and the highest with the cheapest) is the optimum over all ways to distribute the free units, so each
 * choice may have any number of free units. Threshold: the price with the cheapest k included is the minimum over t of
 * Σ max(price, t) - k·t, and with the most expensive k included the maximum over t of Σ min(price, t) - k·t; t need
 * only be one of the prices. Answers with fewer than k units are free and get a sweep of their own.
 */
type Pricing =
  | { readonly kind: 'plain' | 'free-choice' | 'too-few' }
  | { readonly kind: 'threshold'; readonly at: number; readonly side: 'low' | 'high' };

const PLAIN: Pricing = { kind: 'plain' };
const FREE_CHOICE: Pricing = { kind: 'free-choice' };

function overThresholds(side: 'low' | 'high', prices: readonly number[]): Pricing[] {
  return [{ kind: 'too-few' }, ...prices.map((at) => ({ kind: 'threshold', at, side }) as const)];
}

interface State {
  readonly units: number;
  readonly free: number;
  readonly observation: string;
  readonly first: number;
  readonly only: number;
  /** Accumulates over all paths that lead to the same state. */
  span: Span;
}

function sweep(
  question: GroupQuestion,
  options: Options,
  notEmpty: boolean,
  pricing: Pricing,
): Map<ObservationKey, Span> {
  let states = new Map<string | number, State>([
    ['', { units: 0, free: 0, observation: '', first: NONE, only: NONE, span: ONE }],
  ]);
  question.choices.forEach((choice, index) => {
    const next = new Map<string | number, State>();
    const put = (state: State) => {
      const key = keyOf(state);
      const known = next.get(key);
      // A state passed on unchanged is finished in this round: nothing reads its span there any more.
      if (known) known.span = plus(known.span, state.span);
      else next.set(key, state);
    };
    const own = options[index] ?? [];
    question.spend(states.size * (own.length + 1));
    const unpicked = choice.atoms.map((bounds) => truthOf(0, bounds)).join('');
    for (const state of states.values()) {
      if (choice.must !== 'stand')
        put(unpicked === '' ? state : { ...state, observation: state.observation + unpicked });
      if (choice.must === 'fall') continue;
      for (const option of own) {
        if (state.units + option.units > question.max) continue;
        pickOption(question, state, choice, index, option, pricing, put);
      }
    }
    states = next;
  });
  return finish(question, states.values(), notEmpty, pricing);
}

const FREE_BELOW = 128;

/** If nothing is observed, units and free units identify the state, and a number is the faster key. */
function keyOf({ units, free, first, only, observation: observation }: State): string | number {
  if (observation === '' && first === NONE && only === NONE) return units * FREE_BELOW + free;
  return `${units},${free},${first},${only},${observation}`;
}

function pickOption(
  question: GroupQuestion,
  state: State,
  choice: AnsweredChoice,
  index: number,
  option: Option,
  pricing: Pricing,
  put: (state: State) => void,
): void {
  const { units } = option;
  const first = question.looksAtFirst ? foldFirstPicked(state.first, index, choice.namedFirst) : NONE;
  const only = question.looksAtOnly ? foldOnlyPicked(state.only, index) : NONE;
  const observation =
    choice.atoms.length === 0
      ? state.observation
      : state.observation + choice.atoms.map((bounds) => truthOf(units, bounds)).join('');
  const mostFree = pricing.kind === 'free-choice' ? Math.min(units, question.included - state.free) : 0;
  for (let free = 0; free <= mostFree; free++) {
    const span = times(state.span, spanOf(option, priceOf(option, free, pricing)));
    put({ units: state.units + units, free: state.free + free, observation: observation, first, only, span });
  }
}

/** The span of a single pick including what it opens; `paid` is charged for all its units, inner picks excluded. */
export function spanOf({ calories, inner, pick }: Option, paid: number): Span {
  return {
    count: inner.count,
    low: inner.low + paid,
    high: inner.high + paid,
    fewest: inner.fewest + calories,
    most: inner.most + calories,
    witnesses: pick && byPick(pick, paid, witnessesOf(inner)),
  };
}

function priceOf({ units, price }: Option, free: number, pricing: Pricing): number {
  switch (pricing.kind) {
    case 'plain':
    case 'free-choice':
      return (units - free) * price;
    case 'too-few':
      return 0;
    case 'threshold':
      return units * (pricing.side === 'low' ? Math.max(price, pricing.at) : Math.min(price, pricing.at));
  }
}

/** 1 if the units lie within the bounds, otherwise 0. */
export function truthOf(units: number, { atLeast, atMost }: Bounds): number {
  return units >= atLeast && units <= atMost ? 1 : 0;
}

function finish(
  question: GroupQuestion,
  states: Iterable<State>,
  notEmpty: boolean,
  pricing: Pricing,
): Map<ObservationKey, Span> {
  const { included, min } = question;
  const answers = new Map<ObservationKey, Span>();
  for (const { units, free, observation: observation, first, only, span } of states) {
    if (units < min || (notEmpty && units === 0)) continue;
    if (pricing.kind === 'free-choice' && free !== Math.min(included, units)) continue;
    if (pricing.kind === 'too-few' && units >= included) continue;
    if (pricing.kind === 'threshold' && units < included) continue;
    const less = pricing.kind === 'threshold' ? included * pricing.at : 0;
    const seen = observationKey(
      observation + question.atoms.map((bounds) => truthOf(units, bounds)).join(''),
      first,
      only,
    );
    answers.set(seen, plus(answers.get(seen), less === 0 ? span : lowered(span, less)));
  }
  return answers;
}

function lowered(span: Span, less: number): Span {
  return {
    ...span,
    low: span.low - less,
    high: span.high - less,
    witnesses: span.witnesses && repriced(span.witnesses, (price) => price - less),
  };
}
