import type { OfferedChoice, OfferedGroup, Ruled } from '../compile/compiled.ts';
import type { Amount } from '../menu/group-schema.ts';
import type { UnavailableIndex } from './circumstances.ts';

/** A pick that was accepted: offered, visible, available and well-formed. */
export interface AcceptedPick {
  readonly choice: OfferedChoice;
  readonly units: number;
  readonly amount: Amount | undefined;
  readonly inner: readonly GroupAnswer[];
}

/** The accepted answer to one group of the item, or to a group that a pick opened (`at` is the path to that pick). */
export interface GroupAnswer {
  readonly group: OfferedGroup;
  readonly at: readonly number[] | undefined;
  readonly min: number;
  readonly max: number | null;
  readonly included: number;
  readonly picks: readonly AcceptedPick[];
  readonly count: number;
  /** The note's text, cleaned; empty where there is none. */
  readonly note: string;
  /** Memoized values derived from a cached answer (see answer-cache.ts); undefined for an answer that is not cached. */
  readonly memo: unknown[] | undefined;
}

/** What pricing needs from the accepted answers; the analysis implements it for many builds at once. */
export interface ResolvedAnswers {
  readonly ruleHolds: (rule: number) => boolean;
  readonly isVisible: (ruled: Ruled) => boolean;
  readonly acceptedPicks: (group: number) => readonly AcceptedPick[];
}

/** Whether something is visible: shown by a true rule if any rule may show it, and hidden by none. */
export function isVisibleWith({ show, hide }: Ruled, ruleHolds: (rule: number) => boolean): boolean {
  if (show.length > 0 && !show.some(ruleHolds)) return false;
  return hide.length === 0 || !hide.some(ruleHolds);
}

/** A group's limits after all true rules; later rules override earlier ones field by field. */
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

/** A choice is sold out with itself, an ingredient it uses, the item it stands for, or an ingredient of that item. */
export function isSoldOut(choice: OfferedChoice, out: UnavailableIndex): boolean {
  if (out.isEmpty) return false;
  return (
    out.choices.has(choice.path) ||
    (choice.choice.item !== undefined && out.items.has(choice.choice.item)) ||
    (out.ingredients.size > 0 && choice.uses.some(({ ingredient }) => out.ingredients.has(ingredient)))
  );
}

/** The accepted choice that comes first in document order. */
export function firstAccepted(picks: readonly AcceptedPick[]): OfferedChoice | undefined {
  let first: OfferedChoice | undefined;
  for (const { choice } of picks) if (!first || choice.index < first.index) first = choice;
  return first;
}

const NO_CHOICES: readonly OfferedChoice[] = [];

/** The accepted choices of an answer, without duplicates, in document order. */
export function acceptedChoices(answer: GroupAnswer): readonly OfferedChoice[] {
  if (answer.picks.length === 0) return NO_CHOICES;
  const choices: OfferedChoice[] = [];
  for (const { choice } of answer.picks) if (!choices.includes(choice)) choices.push(choice);
  return choices.length === 1 ? choices : choices.sort((a, b) => a.index - b.index);
}

export function countOf(picks: readonly AcceptedPick[]): number {
  let units = 0;
  for (const pick of picks) units += pick.units;
  return units;
}
