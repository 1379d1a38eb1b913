import type { CompiledItem, OfferedChoice, OfferedGroup, Ruled } from '../compile/compiled.ts';
import type { Amount } from '../menu/group-schema.ts';
import { holds, type View } from '../rules/holds.ts';
import { cleanNote } from './clean-note.ts';
import type { Circumstances, OutIndex } from './circumstances.ts';
import type { ProblemCode, ProblemList } from './problem.ts';
import type { Pick } from './request-schema.ts';

/** A pick that stands. */
export interface StandingPick {
  readonly choice: OfferedChoice;
  readonly units: number;
  readonly amount: Amount | undefined;
  /** The way to this pick, as indexes into `picks`. */
  readonly way: readonly number[];
  readonly inner: readonly GroupAnswer[];
}

/** What stands in a group: of the item, or of one that a pick opened (`at` is the way to that pick). */
export interface GroupAnswer {
  readonly group: OfferedGroup;
  readonly at: readonly number[] | undefined;
  readonly min: number;
  readonly max: number | null;
  readonly included: number;
  readonly picks: readonly StandingPick[];
  readonly count: number;
  /** The note's text, cleaned; empty where there is none. */
  readonly note: string;
}

/** What pricing asks of settled answers; the analysis answers it for many builds at once. */
export interface SettledAnswers {
  readonly ruleHolds: (rule: number) => boolean;
  readonly isVisible: (ruled: Ruled) => boolean;
  readonly standing: (group: number) => readonly StandingPick[];
}

/** Whether rules leave something visible: shown if any rule may show it, and not hidden. */
export function isVisibleWith({ show, hide }: Ruled, ruleHolds: (rule: number) => boolean): boolean {
  if (show.length > 0 && !show.some(ruleHolds)) return false;
  return !hide.some(ruleHolds);
}

/** The limits that the rules that hold leave a group: later rules win, field by field. */
export function limitsWith(group: OfferedGroup, ruleHolds: (rule: number) => boolean) {
  let { min, max, included } = group;
  for (const { rule, limit } of group.limits) {
    if (!ruleHolds(rule)) continue;
    min = limit.min ?? min;
    max = limit.max === undefined ? max : limit.max;
    included = limit.included ?? included;
  }
  return { min, max, included };
}

type Indexed = readonly (readonly [index: number, pick: Pick])[];

const NO_PICKS: readonly StandingPick[] = [];
const NO_RAW: Indexed = [];
const NO_ANSWERS: readonly GroupAnswer[] = [];

/**
 * Settles which picks stand. A rule's condition looks at groups that are settled before the groups it decides over
 * (validation refuses circles), so each question is answered when it is first asked, and once.
 */
export class Settlement implements SettledAnswers {
  readonly #item: CompiledItem;
  readonly #circumstances: Circumstances;
  readonly #problems: ProblemList;
  readonly #raw: readonly Indexed[];
  readonly #held: (boolean | undefined)[] = [];
  readonly #standing: (readonly StandingPick[] | undefined)[] = [];
  readonly #view: View;
  readonly #ruleHolds = (rule: number) => this.ruleHolds(rule);

  constructor(item: CompiledItem, circumstances: Circumstances, quantity: number, picks: readonly Pick[], problems: ProblemList) {
    this.#item = item;
    this.#circumstances = circumstances;
    this.#problems = problems;
    this.#raw = this.#sorted(picks);
    this.#view = { units: (group, choice) => this.units(group, choice), quantity, circumstance: circumstances.test };
  }

  ruleHolds(rule: number): boolean {
    const known = this.#held[rule];
    if (known !== undefined) return known;
    const compiled = this.#item.rules[rule];
    const held = compiled !== undefined && holds(compiled.when, this.#view);
    this.#held[rule] = held;
    return held;
  }

  isVisible(ruled: Ruled): boolean {
    return isVisibleWith(ruled, this.#ruleHolds);
  }

  /** Standing units of a group, or of one choice of it. */
  units(group: number, choice: number | undefined): number {
    let units = 0;
    for (const pick of this.standing(group)) if (choice === undefined || pick.choice.index === choice) units += pick.units;
    return units;
  }

  standing(index: number): readonly StandingPick[] {
    const known = this.#standing[index];
    if (known) return known;
    const group = this.#item.groups[index];
    const raw = this.#raw[index];
    const standing = group && raw && raw.length > 0 ? this.#stand(group, raw, undefined) : NO_PICKS;
    this.#standing[index] = standing;
    return standing;
  }

  /** The answer to a group of the item, with the limits that the rules leave it. */
  answer(group: OfferedGroup, note: string): GroupAnswer {
    const picks = this.standing(group.index);
    return { group, at: undefined, ...limitsWith(group, this.#ruleHolds), picks, count: countOf(picks), note };
  }

  #sorted(picks: readonly Pick[]): Indexed[] {
    const raw: [number, Pick][][] = [];
    picks.forEach((pick, i) => {
      const index = this.#item.groupIndex.get(pick.group);
      const group = index === undefined ? undefined : this.#item.groups[index];
      if (index === undefined || group?.group.kind !== 'choices') this.#refuse('unknown-group', pick, undefined);
      else (raw[index] ??= []).push([i, pick]);
    });
    return raw;
  }

  #refuse(code: ProblemCode, pick: Pick, at: readonly number[] | undefined): void {
    this.#problems.add(code, { group: pick.group, choice: pick.choice }, at);
  }

  #stand(group: OfferedGroup, raw: Indexed, at: readonly number[] | undefined): StandingPick[] {
    const standing: StandingPick[] = [];
    for (const [index, pick] of raw) {
      const verdict = this.#judge(group, pick);
      if (typeof verdict === 'string') {
        this.#refuse(verdict, pick, at);
        continue;
      }
      const way = at ? [...at, index] : [index];
      const amount = pick.amount === undefined ? undefined : group.amounts.get(pick.amount);
      standing.push({ choice: verdict, units: pick.units ?? 1, amount, way, inner: this.#open(verdict, pick, way) });
    }
    return standing;
  }

  /** The choice that the pick names, or the first reason why the pick does not stand. */
  #judge(group: OfferedGroup, pick: Pick): OfferedChoice | ProblemCode {
    if (!this.isVisible(group.ruled)) return 'not-offered';
    const choice = group.choices[group.choiceIndex.get(pick.choice) ?? -1];
    if (!choice) return 'unknown-choice';
    if (!this.isVisible(choice.ruled)) return 'not-offered';
    if (isSoldOut(choice, this.#circumstances.out)) return 'sold-out';
    if (pick.amount !== undefined && !group.amounts.has(pick.amount)) return 'unknown-amount';
    const units = pick.units ?? 1;
    return Number.isInteger(units) && units >= 1 && units <= 99 ? choice : 'bad-units';
  }

  /** The answers to the groups that a standing pick opens. */
  #open(choice: OfferedChoice, pick: Pick, way: readonly number[]): readonly GroupAnswer[] {
    if (choice.opens.length === 0 && !pick.picks && !pick.notes) return NO_ANSWERS;
    const raw = new Map<OfferedGroup, [number, Pick][]>();
    pick.picks?.forEach((inner, index) => {
      const group = choice.opens.find(({ id, group: { kind } }) => id === inner.group && kind === 'choices');
      if (!group) return this.#refuse('unknown-group', inner, way);
      const list = raw.get(group);
      if (list) list.push([index, inner]);
      else raw.set(group, [[index, inner]]);
    });
    const notes = this.#innerNotes(choice, pick, way);
    return choice.opens.map((group) => {
      const picks = this.#stand(group, raw.get(group) ?? NO_RAW, way);
      const { min, max, included } = group;
      return { group, at: way, min, max, included, picks, count: countOf(picks), note: notes.get(group.id) ?? '' };
    });
  }

  #innerNotes(choice: OfferedChoice, pick: Pick, way: readonly number[]): Map<string, string> {
    const notes = new Map<string, string>();
    for (const [id, text] of Object.entries(pick.notes ?? {})) {
      const note = cleanNote(text);
      if (note === '') continue;
      if (choice.opens.some((group) => group.id === id && group.group.kind === 'note')) notes.set(id, note);
      else this.#problems.add('unknown-group', { group: id }, way);
    }
    return notes;
  }
}

const NO_CHOICES: readonly OfferedChoice[] = [];

/** The choices that stand in an answer, each once, in document order. */
export function standingChoices(answer: GroupAnswer): readonly OfferedChoice[] {
  if (answer.picks.length === 0) return NO_CHOICES;
  const choices: OfferedChoice[] = [];
  for (const { choice } of answer.picks) if (!choices.includes(choice)) choices.push(choice);
  return choices.length === 1 ? choices : choices.sort((a, b) => a.index - b.index);
}

/** A choice is sold out with itself, an ingredient it uses, the item it stands for, or an ingredient of that item. */
export function isSoldOut(choice: OfferedChoice, out: OutIndex): boolean {
  if (out.isEmpty) return false;
  return (
    out.choices.has(choice.path) ||
    (choice.choice.item !== undefined && out.items.has(choice.choice.item)) ||
    (out.ingredients.size > 0 && choice.uses.some(({ ingredient }) => out.ingredients.has(ingredient)))
  );
}

function countOf(picks: readonly StandingPick[]): number {
  return picks.reduce((sum, { units }) => sum + units, 0);
}
