import type { CompiledItem, CompiledMenu, OfferedGroup } from '../compile/compiled.ts';
import type { AmountGroup, DateGroup } from '../menu/group-schema.ts';
import { priceIn } from '../money/money.ts';
import type { GroupAnswer, ResolvedAnswers } from './answers.ts';
import { dateOfDay, dayNumber, isCalendarDate } from './calendar.ts';
import { checkAnswers } from './check-answers.ts';
import type { Circumstances } from './circumstances.ts';
import { cleanNote } from './clean-note.ts';
import type { ProblemList } from './problem.ts';
import type { Answers } from '../api/line.ts';
import { PickResolver } from './pick-resolver.ts';

/** A line with its accepted answers; rejected ones have become problems. */
export interface ResolvedLine {
  readonly menu: CompiledMenu;
  readonly item: CompiledItem;
  readonly circumstances: Circumstances;
  readonly quantity: number;
  readonly resolver: ResolvedAnswers;
  /** The answers to the visible groups, in offered order. */
  readonly answers: readonly GroupAnswer[];
  /** Accepted dates and named amounts (minor units), by group. */
  readonly dates: ReadonlyMap<string, string>;
  readonly amounts: ReadonlyMap<string, number>;
}

/** The price list that a group's prices are read from. */
export function listOf(line: Pick<ResolvedLine, 'circumstances'>, group: OfferedGroup): string {
  return group.priceList ?? line.circumstances.priceList;
}

export function resolveLine(
  menu: CompiledMenu,
  item: CompiledItem,
  request: Answers,
  circumstances: Circumstances,
  quantity: number,
  problems: ProblemList,
): ResolvedLine {
  const resolver = new PickResolver(menu, item, circumstances, quantity, request.picks ?? [], problems);
  const visible: OfferedGroup[] = [];
  for (const group of item.groups) {
    resolver.acceptedPicks(group.index);
    if (resolver.isVisible(group.ruled)) visible.push(group);
  }
  const find = answerFinder(item, resolver, problems);
  const notes = resolveNotes(request, find);
  const answers = visible.map((group) => resolver.answer(group, notes.get(group.id) ?? ''));
  const context: AnswerContext = { find, problems, circumstances, firstList: menu.firstList };
  const dates = resolveDates(request, visible, context);
  const amounts = resolveAmounts(request, visible, context);
  checkAnswers(answers, request.consents ?? [], problems);
  return { menu, item, circumstances, quantity, resolver, answers, dates, amounts };
}

type Find = (id: string, kind: 'note' | 'date' | 'amount') => OfferedGroup | undefined;
interface AnswerContext {
  readonly find: Find;
  readonly problems: ProblemList;
  readonly circumstances: Circumstances;
  readonly firstList: string;
}

/** Finds the answered group; a group that is not offered, hidden, or of another kind is a problem. */
function answerFinder(item: CompiledItem, resolver: PickResolver, problems: ProblemList): Find {
  return (id, kind) => {
    const group = item.groups[item.groupIndex.get(id) ?? -1];
    if (group?.group.kind !== kind) problems.add('unknown-group', { group: id });
    else if (resolver.isVisible(group.ruled)) return group;
    else problems.add('not-offered', { group: id });
    return undefined;
  };
}

const NO_TEXTS: ReadonlyMap<string, string> = new Map();
const NO_AMOUNTS: ReadonlyMap<string, number> = new Map();

function resolveNotes(request: Answers, find: Find): ReadonlyMap<string, string> {
  if (!request.notes) return NO_TEXTS;
  const notes = new Map<string, string>();
  for (const [id, text] of Object.entries(request.notes)) {
    const note = cleanNote(text);
    if (note !== '' && find(id, 'note')) notes.set(id, note);
  }
  return notes;
}

function resolveDates(
  { dates }: Answers,
  visible: readonly OfferedGroup[],
  { find, problems, circumstances }: AnswerContext,
): ReadonlyMap<string, string> {
  for (const { group } of visible) {
    if (group.kind === 'date' && group.date?.required && dateIn(dates, group.id) === '')
      problems.add('date-required', { group: group.id });
  }
  if (!dates) return NO_TEXTS;
  const accepted = new Map<string, string>();
  for (const id of Object.keys(dates)) {
    const date = dateIn(dates, id);
    const group = date === '' ? undefined : find(id, 'date');
    if (!group) continue;
    const { need, limit } = dateWindow(group.group as DateGroup, circumstances.at);
    const inRange = isCalendarDate(date) && date >= need && (limit === null || date <= limit);
    if (inRange) accepted.set(id, date);
    else problems.add('date-out-of-range', { group: id, need, limit });
  }
  return accepted;
}

/** The date given for a group; empty if none. */
function dateIn(dates: Answers['dates'], group: string): string {
  return dates && Object.hasOwn(dates, group) ? (dates[group] ?? '').trim() : '';
}

/** The first and last date that a date group allows, relative to the date of `at`. */
export function dateWindow(group: DateGroup, at: string): { need: string; limit: string | null } {
  const today = dayNumber(at.slice(0, 10));
  const { earliestDays = 0, latestDays } = group.date ?? {};
  return {
    need: dateOfDay(today + earliestDays),
    limit: latestDays === undefined ? null : dateOfDay(today + latestDays),
  };
}

function resolveAmounts(
  { amounts }: Answers,
  visible: readonly OfferedGroup[],
  context: AnswerContext,
): ReadonlyMap<string, number> {
  const { find, problems, firstList } = context;
  for (const { group } of visible) {
    const isGiven = amounts && Object.hasOwn(amounts, group.id);
    if (group.kind === 'amount' && group.amount?.required && !isGiven)
      problems.add('amount-required', { group: group.id });
  }
  if (!amounts) return NO_AMOUNTS;
  const accepted = new Map<string, number>();
  for (const [id, have] of Object.entries(amounts)) {
    const group = find(id, 'amount');
    if (!group) continue;
    const { need, limit } = amountWindow(group.group as AmountGroup, listOf(context, group), firstList);
    if (Number.isInteger(have) && have >= need && (limit === null || have <= limit)) accepted.set(id, have);
    else problems.add('amount-out-of-range', { group: id, need, limit, have });
  }
  return accepted;
}

/** The minimum and maximum amount a guest may enter, in minor units. */
export function amountWindow(
  group: AmountGroup,
  list: string,
  firstList: string,
): { need: number; limit: number | null } {
  const { min, max } = group.amount ?? {};
  return { need: priceIn(min ?? 0, list, firstList), limit: max === undefined ? null : priceIn(max, list, firstList) };
}
