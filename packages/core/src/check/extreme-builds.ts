import { Budget } from '../analysis/budget.ts';
import { compileMenu } from '../compile/compile-menu.ts';
import type { Context, Given, Line, Pick } from '../api/line.ts';
import type { Problem } from '../api/quote.ts';
import type { Id, Menu } from '../menu/document.ts';
import type { IncludedFirst } from '../menu/group-schema.ts';
import type { Clock } from '../quote/calendar.ts';
import { evaluateLine } from '../quote/work-line.ts';
import { FindingList, type Replay } from './finding.ts';
import { type ItemCheck, replayOf, withinBudget } from './item-check.ts';
import { shortestWitness } from './shortest-witness.ts';
import { solve } from './solve.ts';

/** The cheapest and the dearest valid builds of a dish, to replay: the ones with the fewest taps at that price. */
export interface ExtremeBuilds {
  readonly cheapest: Replay;
  readonly dearest: Replay;
}

const STEPS = 2_000_000;

/** Undefined if the dish has no valid build, or none could be found within the budget. */
export function extremeBuilds(menu: Menu, id: Id, context: Context, clock: Clock): ExtremeBuilds | undefined {
  const compiled = compileMenu(menu);
  const item = compiled.item(id);
  if (!item) return undefined;
  const occasion = { context, quantity: 1, varied: {} };
  const budget = new Budget(STEPS);
  const check: ItemCheck = {
    menu: compiled,
    item,
    context,
    occasions: [occasion],
    clock,
    budget,
    found: new FindingList(),
  };
  const find = (isMirrored: boolean): Replay | undefined => {
    const { model, common, sold, span } = solve(check, occasion, { isMirrored });
    const witness =
      span && shortestWitness(model, [...model.groups.keys()], [...common, sold], ({ price }) => price === span.low);
    const replay = witness && replayOf(check, witness, occasion);
    return replay && answered(menu, { ...context, item: id }, replay, isMirrored ? 'cheapest' : 'dearest', clock);
  };
  let found: ExtremeBuilds | undefined;
  withinBudget(() => {
    const [cheapest, dearest] = [find(false), find(true)];
    if (cheapest && dearest) found = { cheapest, dearest };
  });
  return found;
}

/** A replay whose picks come in the order that includes the `first` ones, with the answers that must be given. */
function answered(menu: Menu, line: Line, replay: Replay, first: IncludedFirst, clock: Clock): Replay {
  const sorted: Menu = {
    ...menu,
    groups: menu.groups.map((group) =>
      group.kind === 'choices' && (group.includedFirst ?? 'picked') === 'picked'
        ? { ...group, includedFirst: first }
        : group,
    ),
  };
  const evaluated = evaluateLine(compileMenu(sorted), { ...line, picks: [...replay.picks] }, clock);
  const included = new Map(
    (evaluated?.price.parts ?? []).flatMap((part) => {
      if (part.kind !== 'choice') return [];
      const { at = [], group, choice = '', amount, units = 0, included: free = 0 } = part;
      const whole: Pick = { group: group ?? '', choice, ...(amount !== undefined && { amount }) };
      return [[keyOf(at, whole), free === 0 ? 2 : free < units ? 1 : 0]];
    }),
  );
  const picks = inOrder(replay.picks, [], included);
  const given = answersTo(menu, { ...line, picks }, clock);
  return { ...replay, picks, ...(Object.keys(given).length > 0 && { given }) };
}

/** Picks whose units are all included come first, then the one that is included in part, then the others. */
function inOrder(picks: readonly Pick[], at: readonly number[], included: ReadonlyMap<string, number>): Pick[] {
  return picks
    .map((pick, i) => ({
      place: included.get(keyOf(at, pick)) ?? 2,
      pick: pick.picks ? { ...pick, picks: inOrder(pick.picks, [...at, i], included) } : pick,
    }))
    .toSorted((a, b) => a.place - b.place)
    .map(({ pick }) => pick);
}

function keyOf(at: readonly number[], { group, choice, amount }: Pick): string {
  return JSON.stringify([at, group, choice, amount ?? null]);
}

/** The least that must be written, named, dated and agreed to. */
function answersTo(menu: Menu, line: Line, clock: Clock): Given {
  const groups = (problems: readonly Problem[], code: Problem['code']) =>
    problems.flatMap((problem) => (problem.code === code && !problem.at ? [problem.group ?? ''] : []));
  const problemsOf = (answers: Given) =>
    evaluateLine(compileMenu(menu), { ...line, ...answers }, clock)?.problems ?? [];
  const asked = problemsOf({});
  const today = (line.at ?? clock(undefined)).slice(0, 10);
  const filled = <V>(code: Problem['code'], value: V): Record<string, V> =>
    Object.fromEntries(groups(asked, code).map((group) => [group, value]));
  const given: Given = {
    notes: filled('note-required', '…'),
    amounts: filled('amount-required', 0),
    dates: filled('date-required', today),
    consents: groups(asked, 'consent-required'),
  };
  for (const { code, group = '', need } of problemsOf(given)) {
    if (code === 'amount-out-of-range') given.amounts = { ...given.amounts, [group]: Number(need) };
    if (code === 'date-out-of-range') given.dates = { ...given.dates, [group]: String(need) };
  }
  return Object.fromEntries(Object.entries(given).filter(([, answers]) => Object.keys(answers).length > 0));
}
