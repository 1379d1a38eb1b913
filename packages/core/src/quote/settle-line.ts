import type { CompiledItem, CompiledMenu, OfferedGroup } from '../compile/compiled.ts';
import type { AmountGroup, DateGroup } from '../menu/group-schema.ts';
import { priceIn } from '../money/money.ts';
import { dateOfDay, dayNumber, isCalendarDate } from './calendar.ts';
import { checkAnswers } from './check-answers.ts';
import type { Circumstances } from './circumstances.ts';
import { cleanNote } from './clean-note.ts';
import type { ProblemList } from './problem.ts';
import type { Answers } from './request-schema.ts';
import { type GroupAnswer, type SettledAnswers, Settlement } from './settlement.ts';

/** A line with everything that stands in it; what did not stand has become problems. */
export interface SettledLine {
  readonly menu: CompiledMenu;
  readonly item: CompiledItem;
  readonly circumstances: Circumstances;
  readonly quantity: number;
  readonly settlement: SettledAnswers;
  /** The answers to the visible groups, in offered order. */
  readonly answers: readonly GroupAnswer[];
  /** Dates and named amounts that stand, by group. */
  readonly dates: ReadonlyMap<string, string>;
  readonly amounts: ReadonlyMap<string, number>;
}

/** The price list that a group's prices are read from. */
export function listOf(line: Pick<SettledLine, 'circumstances'>, group: OfferedGroup): string {
  return group.priceList ?? line.circumstances.priceList;
}

export function settleLine(
  menu: CompiledMenu, item: CompiledItem, said: Answers, circumstances: Circumstances, quantity: number, problems: ProblemList,
): SettledLine {
  const settlement = new Settlement(item, circumstances, quantity, said.picks ?? [], problems);
  const visible = item.groups.filter((group) => {
    settlement.standing(group.index);
    return settlement.isVisible(group.ruled);
  });
  const find = answerFinder(item, settlement, problems);
  const notes = new Map<string, string>();
  for (const [id, text] of Object.entries(said.notes ?? {})) {
    const note = cleanNote(text);
    if (note !== '' && find(id, 'note')) notes.set(id, note);
  }
  const answers = visible.map((group) => settlement.answer(group, notes.get(group.id) ?? ''));
  const answered: Answered = { find, problems, circumstances, firstList: menu.firstList };
  const dates = settleDates(said, visible, answered);
  const amounts = settleAmounts(said, visible, answered);
  checkAnswers(answers, new Set(said.consents), problems);
  return { menu, item, circumstances, quantity, settlement, answers, dates, amounts };
}

type Find = (id: string, kind: 'note' | 'date' | 'amount') => OfferedGroup | undefined;
interface Answered {
  readonly find: Find;
  readonly problems: ProblemList;
  readonly circumstances: Circumstances;
  readonly firstList: string;
}

/** Finds the group that was answered; one that is not offered, hidden, or of another kind is a problem. */
function answerFinder(item: CompiledItem, settlement: Settlement, problems: ProblemList): Find {
  return (id, kind) => {
    const group = item.groups[item.groupIndex.get(id) ?? -1];
    if (group?.group.kind !== kind) problems.add('unknown-group', { group: id });
    else if (settlement.isVisible(group.ruled)) return group;
    else problems.add('not-offered', { group: id });
    return undefined;
  };
}

function settleDates(said: Answers, visible: readonly OfferedGroup[], answered: Answered): Map<string, string> {
  const standing = new Map<string, string>();
  const given = new Set<string>();
  for (const [id, text] of Object.entries(said.dates ?? {})) {
    const date = text.trim();
    const group = date === '' ? undefined : answered.find(id, 'date');
    if (!group) continue;
    given.add(id);
    const { need, limit } = dateWindow(group.group as DateGroup, answered.circumstances.at);
    const inRange = isCalendarDate(date) && date >= need && (limit === null || date <= limit);
    if (inRange) standing.set(id, date);
    else answered.problems.add('date-out-of-range', { group: id, need, limit });
  }
  for (const { group } of visible) {
    if (group.kind === 'date' && group.date?.required && !given.has(group.id)) {
      answered.problems.add('date-required', { group: group.id });
    }
  }
  return standing;
}

/** The first and the last date that a date group allows, counted from the date of `at`. */
function dateWindow(group: DateGroup, at: string): { need: string; limit: string | null } {
  const today = dayNumber(at.slice(0, 10));
  const { earliestDays = 0, latestDays } = group.date ?? {};
  return { need: dateOfDay(today + earliestDays), limit: latestDays === undefined ? null : dateOfDay(today + latestDays) };
}

function settleAmounts(said: Answers, visible: readonly OfferedGroup[], answered: Answered): Map<string, number> {
  const standing = new Map<string, number>();
  const given = new Set<string>();
  for (const [id, have] of Object.entries(said.amounts ?? {})) {
    const group = answered.find(id, 'amount');
    if (!group) continue;
    given.add(id);
    const { need, limit } = amountWindow(group.group as AmountGroup, listOf(answered, group), answered.firstList);
    if (Number.isInteger(have) && have >= need && (limit === null || have <= limit)) standing.set(id, have);
    else answered.problems.add('amount-out-of-range', { group: id, need, limit, have });
  }
  for (const { group } of visible) {
    if (group.kind === 'amount' && group.amount?.required && !given.has(group.id)) {
      answered.problems.add('amount-required', { group: group.id });
    }
  }
  return standing;
}

/** The least and the most that a guest may name, in minor units. */
export function amountWindow(group: AmountGroup, list: string, firstList: string): { need: number; limit: number | null } {
  const { min, max } = group.amount ?? {};
  return { need: priceIn(min ?? 0, list, firstList), limit: max === undefined ? null : priceIn(max, list, firstList) };
}
