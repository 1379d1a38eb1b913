import type { CompiledItem, CompiledMenu, OfferedChoice, OfferedGroup } from '../compile/compiled.ts';
import type { Answers, Line, Pick } from '../api/line.ts';

/** Where a group is offered: the path to the pick that opened it, or undefined for the item's own groups. */
export type GroupPlace = readonly number[] | undefined;

/**
 * Edits answers for screens. Each function returns new answers. Removing a pick removes its inner answers; a new pick
 * brings the preselected choices of the groups it opens.
 */

/** Picks a choice: replaces the other pick in a pick-one group, is added elsewhere. */
export function pickChoice<A extends Answers>(
  answers: A,
  at: GroupPlace,
  group: OfferedGroup,
  choice: OfferedChoice,
  pickOne: boolean,
  amount?: string,
): A {
  const pick = newPick(group, choice, 1, amount);
  return withPicksAt(answers, at, (picks) => {
    const others = pickOne ? picks.filter((other) => other.group !== group.id) : picks;
    return [...others, pick];
  });
}

/** Removes a choice from a group, in every amount. */
export function dropChoice<A extends Answers>(answers: A, at: GroupPlace, group: string, choice: string): A {
  return withPicksAt(answers, at, (picks) => picks.filter((pick) => pick.group !== group || pick.choice !== choice));
}

/** Sets the units of the choice's first pick; 0 removes the choice. */
export function setUnits<A extends Answers>(
  answers: A,
  at: GroupPlace,
  group: string,
  choice: string,
  units: number,
): A {
  if (units < 1) return dropChoice(answers, at, group, choice);
  return withPick(answers, at, group, choice, (pick) => ({ ...pick, units }));
}

/** Sets the amount of the choice's first pick; undefined for the plain one. */
export function setAmount<A extends Answers>(
  answers: A,
  at: GroupPlace,
  group: string,
  choice: string,
  amount: string | undefined,
): A {
  return withPick(answers, at, group, choice, ({ amount: _, ...pick }) =>
    amount === undefined ? pick : { ...pick, amount },
  );
}

/** Sets a note; an empty one is removed. */
export function setNote<A extends Answers>(answers: A, at: GroupPlace, group: string, text: string): A {
  if (at === undefined) return { ...answers, notes: withEntry(answers.notes, group, text) };
  return withPickAt(answers, at, (pick) => ({ ...pick, notes: withEntry(pick.notes, group, text) }));
}

/** Sets the date or the amount given for a group; undefined removes it. */
export function setGiven<A extends Answers>(
  answers: A,
  field: 'dates' | 'amounts',
  group: string,
  value: string | number | undefined,
): A {
  const { [group]: _, ...others } = (answers[field] ?? {}) as Record<string, string | number>;
  return { ...answers, [field]: value === undefined ? others : { ...others, [group]: value } };
}

/** Gives or takes back the agreement to a group. */
export function setConsent<A extends Answers>(answers: A, group: string, isGiven: boolean): A {
  const others = (answers.consents ?? []).filter((id) => id !== group);
  return { ...answers, consents: isGiven ? [...others, group] : others };
}

/** The note in a group at a place; empty if there is none. */
export function noteAt(answers: Answers, at: GroupPlace, group: string): string {
  let notes = answers.notes;
  let picks = answers.picks ?? [];
  for (const index of at ?? []) {
    notes = picks[index]?.notes;
    picks = picks[index]?.picks ?? [];
  }
  return notes?.[group] ?? '';
}

/** A line of an item with everything preselected, including what preselected choices open. */
export function preselectedLine(menu: CompiledMenu, item: string): Line {
  const compiled = menu.item(item);
  return { item, picks: compiled ? preselectedPicks(compiled.groups) : [] };
}

/** The group at a place of a line. */
export function groupAt(item: CompiledItem, answers: Answers, at: GroupPlace, id: string): OfferedGroup | undefined {
  let groups: readonly OfferedGroup[] = item.groups;
  let picks = answers.picks ?? [];
  for (const index of at ?? []) {
    const pick = picks[index];
    const opener = groups
      .find((group) => group.id === pick?.group)
      ?.choices.find((choice) => choice.id === pick?.choice);
    groups = opener?.opens ?? [];
    picks = pick?.picks ?? [];
  }
  return groups.find((group) => group.id === id);
}

/** The picks for a group at a place. */
export function picksAt(answers: Answers, at: GroupPlace, group: string): readonly Pick[] {
  let picks = answers.picks ?? [];
  for (const index of at ?? []) picks = picks[index]?.picks ?? [];
  return picks.filter((pick) => pick.group === group);
}

function preselectedPicks(groups: readonly OfferedGroup[]): Pick[] {
  return groups.flatMap((group) =>
    group.choices
      .filter((choice) => choice.preselected > 0)
      .map((choice) => newPick(group, choice, choice.preselected, undefined)),
  );
}

function newPick(group: OfferedGroup, choice: OfferedChoice, units: number, amount: string | undefined): Pick {
  const inner = preselectedPicks(choice.opens);
  return {
    group: group.id,
    choice: choice.id,
    ...(units > 1 && { units }),
    ...(amount !== undefined && { amount }),
    ...(inner.length > 0 && { picks: inner }),
  };
}

type Picks = readonly Pick[];

function withPicksAt<A extends Answers>(answers: A, at: GroupPlace, change: (picks: Picks) => Pick[]): A {
  if (at === undefined || at.length === 0) return { ...answers, picks: change(answers.picks ?? []) };
  return withPickAt(answers, at, (pick) => ({ ...pick, picks: change(pick.picks ?? []) }));
}

function withPickAt<A extends Answers>(answers: A, at: readonly number[], change: (pick: Pick) => Pick): A {
  const descend = (picks: Picks, [index, ...rest]: readonly number[]): Pick[] =>
    picks.map((pick, i) => {
      if (i !== index) return pick;
      return rest.length === 0 ? change(pick) : { ...pick, picks: descend(pick.picks ?? [], rest) };
    });
  return { ...answers, picks: descend(answers.picks ?? [], at) };
}

function withPick<A extends Answers>(
  answers: A,
  at: GroupPlace,
  group: string,
  choice: string,
  change: (pick: Pick) => Pick,
): A {
  return withPicksAt(answers, at, (picks) => {
    const index = picks.findIndex((pick) => pick.group === group && pick.choice === choice);
    return picks.map((pick, i) => (i === index ? change(pick) : pick));
  });
}

function withEntry(entries: Record<string, string> | undefined, id: string, text: string): Record<string, string> {
  const { [id]: _, ...others } = entries ?? {};
  return text === '' ? others : { ...others, [id]: text };
}

/** Removes answers to groups, choices and amounts that the item no longer offers, of every kind. */
export function withoutUnknown<A extends Answers>(item: CompiledItem, answers: A): A {
  const keep = (groups: readonly OfferedGroup[], picks: Picks): Pick[] =>
    picks.flatMap((pick) => {
      const group = groups.find(({ id }) => id === pick.group);
      const choice = group?.choices.find(({ id }) => id === pick.choice);
      if (!group || !choice || (pick.amount !== undefined && !group.amounts.has(pick.amount))) return [];
      const inner = pick.picks && { picks: keep(choice.opens, pick.picks) };
      const notes = pick.notes && {
        notes: offeredEntries(pick.notes, (id) => choice.opens.find((it) => it.id === id), 'note'),
      };
      return [inner || notes ? { ...pick, ...inner, ...notes } : pick];
    });
  const offered = (id: string) => item.groups.find((group) => group.id === id);
  const { picks = [], notes, dates, amounts } = answers;
  return {
    ...answers,
    picks: keep(item.groups, picks),
    ...(notes && { notes: offeredEntries(notes, offered, 'note') }),
    ...(dates && { dates: offeredEntries(dates, offered, 'date') }),
    ...(amounts && { amounts: offeredEntries(amounts, offered, 'amount') }),
  };
}

function offeredEntries<V>(
  entries: Readonly<Record<string, V>>,
  offered: (id: string) => OfferedGroup | undefined,
  kind: string,
): Record<string, V> {
  return Object.fromEntries(Object.entries(entries).filter(([id]) => offered(id)?.group.kind === kind));
}
