import type { OfferedChoice, OfferedGroup, Ruled } from '../compile/compiled.ts';
import type { Amount } from '../menu/group-schema.ts';
import type { UnavailableIndex } from './circumstances.ts';

/** A pick that stands. */
export interface AcceptedPick {
  readonly choice: OfferedChoice;
  readonly units: number;
  readonly amount: Amount | undefined;
  readonly inner: readonly GroupAnswer[];
}

/** What stands in a group: of the item, or of one that a pick opened (`at` is the way to that pick). */
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
  /** What follows from the answer, for an answer that many quotes share; see kept-answers.ts. */
  readonly kept: unknown[] | undefined;
}

/** What pricing asks of settled answers; the analysis answers it for many builds at once. */
export interface SettledAnswers {
  readonly ruleHolds: (rule: number) => boolean;
  readonly isVisible: (ruled: Ruled) => boolean;
  readonly standing: (group: number) => readonly AcceptedPick[];
}

/** Whether rules leave something visible: shown if any rule may show it, and not hidden. */
export function isVisibleWith({ show, hide }: Ruled, ruleHolds: (rule: number) => boolean): boolean {
  if (show.length > 0 && !show.some(ruleHolds)) return false;
  return hide.length === 0 || !hide.some(ruleHolds);
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

/** A choice is sold out with itself, an ingredient it uses, the item it stands for, or an ingredient of that item. */
export function isSoldOut(choice: OfferedChoice, out: UnavailableIndex): boolean {
  if (out.isEmpty) return false;
  return (
    out.choices.has(choice.path) ||
    (choice.choice.item !== undefined && out.items.has(choice.choice.item)) ||
    (out.ingredients.size > 0 && choice.uses.some(({ ingredient }) => out.ingredients.has(ingredient)))
  );
}

/** The standing pick that is first in document order. */
export function firstAccepted(picks: readonly AcceptedPick[]): OfferedChoice | undefined {
  let first: OfferedChoice | undefined;
  for (const { choice } of picks) if (!first || choice.index < first.index) first = choice;
  return first;
}

const NO_CHOICES: readonly OfferedChoice[] = [];

/** The choices that stand in an answer, each once, in document order. */
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
