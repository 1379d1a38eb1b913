import {
  compileMenu,
  type CompiledMenu,
  groupAt,
  type Line,
  type Menu,
  type OfferedGroup,
  type OfferedGroupView,
  pickChoice,
  preselectedLine,
  quoteLine,
  setConsent,
  setGiven,
  setNote,
} from '@hearty-ladle/core';
import { newRandom, type Random, weighted } from '../random.ts';

const BUILDS_PER_DISH = 14;
const MOST_PASSES = 20;

/** Ways in which guests have a dish, the favourites first: each can be ordered as it is at midday in the house. */
export function buildsOf(menu: Menu, item: string, at: string): Line[] {
  const compiled = compileMenu(menu);
  const random = newRandom(`builds of ${item}`);
  const builds = Array.from({ length: BUILDS_PER_DISH }, (_, i) => build(menu, compiled, item, at, random, i === 0));
  return builds.flatMap((line) => line ?? []);
}

/** Answers every question that must be, and unless it is plain some others; undefined if that leads nowhere. */
function build(
  menu: Menu,
  compiled: CompiledMenu,
  item: string,
  at: string,
  random: Random,
  isPlain: boolean,
): Line | undefined {
  const dish = compiled.item(item);
  if (!dish) return undefined;
  const appetite = isPlain ? 0 : 1;
  const circumstances = { at, service: 'dine-in', channel: 'pos', location: 'steps' } as const;
  let line = preselectedLine(compiled, item);
  const asked = new Set<string>();
  for (let pass = 0; pass < MOST_PASSES; pass++) {
    const quote = quoteLine(menu, { ...line, ...circumstances }, () => at);
    const open = quote.groups.find((view) => !asked.has(keyOf(view)) || view.have < view.min);
    if (!open) return quote.ok ? line : undefined;
    asked.add(keyOf(open));
    line = answered(line, open, compiled, { random, appetite }, at);
  }
  return undefined;
}

const keyOf = ({ group, at = [] }: OfferedGroupView): string => `${group} ${at.join('.')}`;

interface Mood {
  readonly random: Random;
  /** 0 for what must be chosen alone. */
  readonly appetite: number;
}

function answered(line: Line, view: OfferedGroupView, compiled: CompiledMenu, mood: Mood, at: string): Line {
  const group = groupAt(compiled.item(line.item) as never, line, view.at, view.group);
  if (!group) return line;
  switch (group.group.kind) {
    case 'choices':
      return withChoices(line, view, group, mood);
    case 'consent':
      return setConsent(line, view.group, true);
    case 'date':
      return setGiven(line, 'dates', view.group, daysAfter(at, 4));
    case 'amount':
      return line.item === 'off-menu' ? setGiven(line, 'amounts', view.group, 650) : line;
    case 'note':
      return group.group.note?.required ? setNote(line, view.at, view.group, 'by the side door, at noon') : line;
    case 'notice':
      return line;
  }
}

function withChoices(line: Line, view: OfferedGroupView, group: OfferedGroup, { random, appetite }: Mood): Line {
  const { min, max, have } = view;
  const pickOne = max === 1;
  const missing = Math.max(min - have, 0);
  const fancied = pickOne ? Number(random() < 0.3 * appetite) : Math.floor(random() * 3.4 * appetite * random());
  const room = pickOne ? 1 : (max ?? 99) - have;
  let result = line;
  let left = Math.min(Math.max(missing, fancied), room);
  const open = new Set(view.choices.filter(({ state }) => state === 'open').map(({ choice }) => choice));
  while (left-- > 0) {
    // The first of a list are taken the most.
    const choice = weighted(random, group.choices, ({ id }) =>
      open.has(id) ? 1 / (1 + group.choices.findIndex((one) => one.id === id)) : 0,
    );
    if (!choice) break;
    open.delete(choice.id);
    result = pickChoice(result, view.at, group, choice, pickOne);
  }
  return result;
}

export function daysAfter(at: string, days: number): string {
  return new Date(Date.parse(`${at.slice(0, 10)}T00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);
}
