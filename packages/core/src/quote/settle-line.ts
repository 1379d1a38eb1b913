import type { CompiledItem, CompiledMenu, OfferedGroup } from '../compile/compiled.ts';
import type { AmountGroup, DateGroup } from '../menu/group-schema.ts';
import { priceIn } from '../money/money.ts';
import type { GroupAnswer, SettledAnswers } from './answers.ts';
import { dateOfDay, dayNumber, isCalendarDate } from './calendar.ts';
import { checkAnswers } from './check-answers.ts';
import type { Circumstances } from './circumstances.ts';
import { cleanNote } from './clean-note.ts';
import type { ProblemList } from './problem.ts';
import type { Answers } from './request-schema.ts';
import { Settlement } from './settlement.ts';

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
  menu: CompiledMenu, item: CompiledItem, request: Answers, circumstances: Circumstances, quantity: number, problems: ProblemList,
): SettledLine {
  const settlement = new Settlement(menu, item, circumstances, quantity, request.picks ?? [], problems);
  const visible: OfferedGroup[] = [];
  for (const group of item.groups) {
    settlement.standing(group.index);
    if (settlement.isVisible(group.ruled)) visible.push(group);
  }
  const find = answerFinder(item, settlement, problems);
  const notes = settleNotes(request, find);
  const answers = visible.map((group) => settlement.answer(group, notes.get(group.id) ?? ''));
  const answered: Answered = { find, problems, circumstances, firstList: menu.firstList };
  const dates = settleDates(request, visible, answered);
  const amounts = settleAmounts(request, visible, answered);
  checkAnswers(answers, request.consents ?? [], problems);
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

const NOTHING_SAID: ReadonlyMap<string, string> = new Map();
const NOTHING_NAMED: ReadonlyMap<string, number> = new Map();

function settleNotes(request: Answers, find: Find): ReadonlyMap<string, string> {
  if (!request.notes) return NOTHING_SAID;
  const notes = new Map<string, string>();
  for (const [id, text] of Object.entries(request.notes)) {
    const note = cleanNote(text);
    if (note !== '' && find(id, 'note')) notes.set(id, note);
  }
  return notes;
}

function settleDates({ dates }: Answers, visible: readonly OfferedGroup[], { find, problems, circumstances }: Answered): ReadonlyMap<string, string> {
  for (const { group } of visible) {
    if (group.kind === 'date' && group.date?.required && dateIn(dates, group.id) === '') problems.add('date-required', { group: group.id });
  }
  if (!dates) return NOTHING_SAID;
  const standing = new Map<string, string>();
  for (const id of Object.keys(dates)) {
    const date = dateIn(dates, id);
    const group = date === '' ? undefined : find(id, 'date');
    if (!group) continue;
    const { need, limit } = dateWindow(group.group as DateGroup, circumstances.at);
    const inRange = isCalendarDate(date) && date >= need && (limit === null || date <= limit);
    if (inRange) standing.set(id, date);
    else problems.add('date-out-of-range', { group: id, need, limit });
  }
  return standing;
}

/** The date that was given for a group; empty where none was. */
function dateIn(dates: Answers['dates'], group: string): string {
  return dates && Object.hasOwn(dates, group) ? (dates[group] ?? '').trim() : '';
}

/** The first and the last date that a date group allows, counted from the date of `at`. */
function dateWindow(group: DateGroup, at: string): { need: string; limit: string | null } {
  const today = dayNumber(at.slice(0, 10));
  const { earliestDays = 0, latestDays } = group.date ?? {};
  return { need: dateOfDay(today + earliestDays), limit: latestDays === undefined ? null : dateOfDay(today + latestDays) };
}

function settleAmounts({ amounts }: Answers, visible: readonly OfferedGroup[], answered: Answered): ReadonlyMap<string, number> {
  const { find, problems, firstList } = answered;
  for (const { group } of visible) {
    const isGiven = amounts && Object.hasOwn(amounts, group.id);
    if (group.kind === 'amount' && group.amount?.required && !isGiven) problems.add('amount-required', { group: group.id });
  }
  if (!amounts) return NOTHING_NAMED;
  const standing = new Map<string, number>();
  for (const [id, have] of Object.entries(amounts)) {
    const group = find(id, 'amount');
    if (!group) continue;
    const { need, limit } = amountWindow(group.group as AmountGroup, listOf(answered, group), firstList);
    if (Number.isInteger(have) && have >= need && (limit === null || have <= limit)) standing.set(id, have);
    else problems.add('amount-out-of-range', { group: id, need, limit, have });
  }
  return standing;
}

/** The least and the most that a guest may name, in minor units. */
export function amountWindow(group: AmountGroup, list: string, firstList: string): { need: number; limit: number | null } {
  const { min, max } = group.amount ?? {};
  return { need: priceIn(min ?? 0, list, firstList), limit: max === undefined ? null : priceIn(max, list, firstList) };
}
