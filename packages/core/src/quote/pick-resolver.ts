import type { ProblemCode } from '../api/quote.ts';
import type {
  CompiledItem,
  CompiledMenu,
  CacheDependencies,
  OfferedChoice,
  OfferedGroup,
  Ruled,
} from '../compile/compiled.ts';
import { isTrue, type View } from '../rules/is-true.ts';
import {
  countOf,
  firstAccepted,
  type GroupAnswer,
  isSoldOut,
  isVisibleWith,
  limitsWith,
  type ResolvedAnswers,
  type AcceptedPick,
} from './answers.ts';
import type { Circumstances } from './circumstances.ts';
import { cleanNote } from './clean-note.ts';
import { type AnswerCache, answerCacheOf, keyWithPick, type ResolvedPicks } from './answer-cache.ts';
import { ProblemList } from './problem.ts';
import type { Pick } from '../api/line.ts';

/** Indexes into a list of picks. */
type Indexes = readonly number[];

const NO_PICKS: readonly Pick[] = [];
const NO_INDEXES: Indexes = [];
const NO_ANSWERS: readonly GroupAnswer[] = [];

/**
 * Decides which picks are accepted. A rule's condition refers only to groups that are resolved before the groups it
 * affects (validation refuses cycles), so each group and rule is resolved on first use and only once.
 */
export class PickResolver implements ResolvedAnswers {
  readonly #menu: CompiledMenu;
  readonly #item: CompiledItem;
  readonly #circumstances: Circumstances;
  readonly #problems: ProblemList;
  readonly #picks: readonly Pick[];
  readonly #keys: readonly number[];
  #indexes: readonly (Indexes | undefined)[] | undefined;
  readonly #cache: AnswerCache;
  readonly #ruleTruth: (boolean | undefined)[] = [];
  readonly #resolved: (ResolvedPicks | undefined)[] = [];
  readonly #view: View;

  constructor(
    menu: CompiledMenu,
    item: CompiledItem,
    circumstances: Circumstances,
    quantity: number,
    picks: readonly Pick[],
    problems: ProblemList,
  ) {
    this.#menu = menu;
    this.#item = item;
    this.#circumstances = circumstances;
    this.#problems = problems;
    this.#picks = picks;
    this.#keys = this.#pickKeys();
    this.#cache = answerCacheOf(menu);
    this.#view = { units: (group, choice) => this.#units(group, choice), quantity, circumstance: circumstances.test };
  }

  readonly ruleHolds = (rule: number): boolean => {
    const known = this.#ruleTruth[rule];
    if (known !== undefined) return known;
    const compiled = this.#item.rules[rule];
    const truth = compiled !== undefined && isTrue(compiled.when, this.#view);
    this.#ruleTruth[rule] = truth;
    return truth;
  };

  isVisible(ruled: Ruled): boolean {
    return isVisibleWith(ruled, this.ruleHolds);
  }

  acceptedPicks(index: number): readonly AcceptedPick[] {
    return this.#resolvedIn(index).picks;
  }

  /** The answer to a group of the item, with its limits after rules. */
  answer(group: OfferedGroup, note: string): GroupAnswer {
    const resolved = this.#resolvedIn(group.index);
    const { answers } = resolved;
    if (!answers || !group.cacheDependencies) return this.#newAnswer(group, resolved, note, undefined);
    const state = this.#effectState(group, group.cacheDependencies);
    if (!Number.isSafeInteger(state)) return this.#newAnswer(group, resolved, note, undefined);
    return answers.get(state) ?? this.#cache.store(answers, state, this.#newAnswer(group, resolved, note, []));
  }

  #newAnswer(
    group: OfferedGroup,
    { picks, count }: ResolvedPicks,
    note: string,
    memo: GroupAnswer['memo'],
  ): GroupAnswer {
    const { min, max, included } = limitsWith(group, this.ruleHolds);
    return { group, at: undefined, min, max, included, picks, count, note, memo };
  }

  /** Accepted units of a group, or of one choice of it. */
  #units(group: number, choice: number | undefined): number {
    const { picks, count } = this.#resolvedIn(group);
    if (choice === undefined) return count;
    let units = 0;
    for (const pick of picks) if (pick.choice.index === choice) units += pick.units;
    return units;
  }

  /** The cache key of each group's picks; reports picks of groups that are not offered. */
  #pickKeys(): number[] {
    const { groupIndex, groups } = this.#item;
    const keys: number[] = groups.map(() => 0);
    let group: OfferedGroup | undefined;
    for (const pick of this.#picks) {
      // Picks of one group are usually adjacent.
      if (pick.group !== group?.id) group = groups[groupIndex.get(pick.group) ?? -1];
      if (group?.group.kind !== 'choices')
        this.#problems.add('unknown-group', { group: pick.group, choice: pick.choice });
      else
        keys[group.index] = group.cacheDependencies
          ? keyWithPick(keys[group.index] ?? 0, group, group.cacheDependencies, pick)
          : NaN;
    }
    return keys;
  }

  /** Indexes of a group's picks, in the order picked. */
  #indexesOf({ index }: OfferedGroup): Indexes {
    this.#indexes ??= placesByGroup(this.#item, this.#picks);
    return this.#indexes[index] ?? NO_INDEXES;
  }

  #resolvedIn(index: number): ResolvedPicks {
    const known = this.#resolved[index];
    if (known) return known;
    const group = this.#item.groups[index];
    if (!group) return NOTHING_RESOLVED;
    const resolved = this.#resolve(group);
    this.#problems.addAll(resolved.problems);
    this.#resolved[index] = resolved;
    return resolved;
  }

  #resolve(group: OfferedGroup): ResolvedPicks {
    const { cacheDependencies: dependencies } = group;
    const place = dependencies && this.#cache.entriesOf(this.#item, group.index);
    // Availability changes by the hour, so groups with unavailable choices are not cached.
    if (!place || this.#isTouchedByOut(group)) return this.#newlyResolved(group, undefined);
    const key = this.#withRuleBits(this.#keys[group.index] ?? NaN, dependencies.acceptance);
    if (!Number.isSafeInteger(key)) return this.#newlyResolved(group, undefined);
    return place.get(key) ?? this.#cache.store(place, key, this.#newlyResolved(group, new Map()));
  }

  #isTouchedByOut({ choices }: OfferedGroup): boolean {
    const { out } = this.#circumstances;
    return !out.isEmpty && choices.some((choice) => isSoldOut(choice, out));
  }

  #newlyResolved(group: OfferedGroup, answers: ResolvedPicks['answers']): ResolvedPicks {
    const problems = new ProblemList();
    const picks = this.#accept(group, this.#picks, this.#indexesOf(group), undefined, problems);
    return { picks, count: countOf(picks), problems: problems.problems, answers };
  }

  /** Appends one bit per rule: whether it is true. */
  #withRuleBits(number: number, rules: readonly number[]): number {
    let bits = number;
    for (const rule of rules) bits = bits * 2 + (this.ruleHolds(rule) ? 1 : 0);
    return bits;
  }

  /** The state of all dependencies of an answer other than its picks, as one number; beyond the safe range where there are very many. */
  #effectState(group: OfferedGroup, { effects: others, pricedBy }: CacheDependencies): number {
    let state = this.#withRuleBits(0, others);
    for (const index of pricedBy) {
      const first = firstAccepted(this.acceptedPicks(index))?.index ?? -1;
      state = state * ((this.#item.groups[index]?.choices.length ?? 0) + 1) + first + 1;
    }
    if (group.priceList !== undefined) return state;
    const { priceLists } = this.#menu;
    return state * priceLists.size + (priceLists.get(this.#circumstances.priceList) ?? 0);
  }

  #accept(
    group: OfferedGroup,
    picks: readonly Pick[],
    indexes: Indexes,
    at: Indexes | undefined,
    problems: ProblemList,
  ): AcceptedPick[] {
    const accepted: AcceptedPick[] = [];
    for (const index of indexes) {
      const pick = picks[index];
      if (!pick) continue;
      const choice = this.#check(group, pick);
      if (typeof choice === 'string') {
        problems.add(choice, { group: pick.group, choice: pick.choice }, at);
        continue;
      }
      const amount = pick.amount === undefined ? undefined : group.amounts.get(pick.amount);
      accepted.push({ choice, units: pick.units ?? 1, amount, inner: this.#open(choice, pick, index, at, problems) });
    }
    return accepted;
  }

  /** The choice of a pick, or the first reason to reject it. */
  #check(group: OfferedGroup, pick: Pick): OfferedChoice | ProblemCode {
    if (!this.isVisible(group.ruled)) return 'not-offered';
    const choice = group.choices[group.choiceIndex.get(pick.choice) ?? -1];
    if (!choice) return 'unknown-choice';
    if (!this.isVisible(choice.ruled)) return 'not-offered';
    if (isSoldOut(choice, this.#circumstances.out)) return 'sold-out';
    if (pick.amount !== undefined && !group.amounts.has(pick.amount)) return 'unknown-amount';
    const units = pick.units ?? 1;
    return Number.isInteger(units) && units >= 1 && units <= 99 ? choice : 'bad-units';
  }

  /** The answers to the groups that an accepted pick opens. */
  #open(
    choice: OfferedChoice,
    pick: Pick,
    index: number,
    at: Indexes | undefined,
    problems: ProblemList,
  ): readonly GroupAnswer[] {
    if (choice.opens.length === 0 && !pick.picks && !pick.notes) return NO_ANSWERS;
    const path = [...(at ?? NO_INDEXES), index];
    const { picks = NO_PICKS } = pick;
    const indexes = new Map<OfferedGroup, number[]>();
    picks.forEach((inner, i) => {
      const group = choice.opens.find(({ id, group: { kind } }) => id === inner.group && kind === 'choices');
      if (!group) return problems.add('unknown-group', { group: inner.group, choice: inner.choice }, path);
      const own = indexes.get(group);
      if (own) own.push(i);
      else indexes.set(group, [i]);
    });
    const notes = innerNotes(choice, pick, path, problems);
    return choice.opens.map((group) => {
      const accepted = this.#accept(group, picks, indexes.get(group) ?? NO_INDEXES, path, problems);
      const { min, max, included } = group;
      const note = notes.get(group.id) ?? '';
      return { group, at: path, min, max, included, picks: accepted, count: countOf(accepted), note, memo: undefined };
    });
  }
}

function placesByGroup({ groups, groupIndex }: CompiledItem, picks: readonly Pick[]): Indexes[] {
  const places: number[][] = [];
  picks.forEach((pick, i) => {
    const group = groups[groupIndex.get(pick.group) ?? -1];
    if (group?.group.kind === 'choices') (places[group.index] ??= []).push(i);
  });
  return places;
}

const NOTHING_RESOLVED: ResolvedPicks = { picks: [], count: 0, problems: [], answers: undefined };

function innerNotes(choice: OfferedChoice, pick: Pick, path: Indexes, problems: ProblemList): Map<string, string> {
  const notes = new Map<string, string>();
  for (const [id, text] of Object.entries(pick.notes ?? {})) {
    const note = cleanNote(text);
    if (note === '') continue;
    if (choice.opens.some((group) => group.id === id && group.group.kind === 'note')) notes.set(id, note);
    else problems.add('unknown-group', { group: id }, path);
  }
  return notes;
}
