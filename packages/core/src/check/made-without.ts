import { Budget } from '../analysis/budget.ts';
import type { Context, Line, Pick } from '../api/line.ts';
import { compileMenu } from '../compile/compile-menu.ts';
import type { CompiledItem, CompiledMenu, OfferedChoice, OfferedGroup } from '../compile/compiled.ts';
import type { Id, Menu } from '../menu/document.ts';
import { broughtOf, choiceStatement, dishStatement, isWithout } from '../nutrition/statements.ts';
import type { Clock } from '../quote/calendar.ts';
import { isClosed } from '../quote/closed.ts';
import { dropChoice, groupAt, pickChoice, preselectedLine } from '../quote/edit-line.ts';
import { evaluateLine } from '../quote/work-line.ts';
import { FindingList } from './finding.ts';
import { type ItemCheck, withinBudget } from './item-check.ts';
import { shortestWitness } from './shortest-witness.ts';
import { solve } from './solve.ts';

/**
 * What a guest who can't have some allergens is told of a dish. `made`: with these picks it is proved to be without
 * them; `contains`: the dish itself brings one, or every build does; `not-stated`: something says nothing about its
 * allergens, so nothing is promised.
 */
export type MadeWithout =
  | { readonly item: Id; readonly is: 'made'; readonly picks: readonly Pick[]; readonly isUsual: boolean }
  | { readonly item: Id; readonly is: 'contains' | 'not-stated' };

const STEPS = 400_000;
const REPAIRS = 12;

/**
 * Finds a valid build of a dish in which every part states its allergens and none brings one of `avoid`. The build is as
 * near to what is preselected as a few repairs get, else the one with the fewest taps; `isUsual`: it is what is
 * preselected. Answers in writing don't count: they can be given. Undefined if the menu has no such dish.
 */
export function madeWithout(
  menu: Menu,
  id: Id,
  avoid: readonly string[],
  context: Context,
  clock: Clock,
): MadeWithout | undefined {
  const compiled = compileMenu(menu);
  const item = compiled.item(id);
  if (!item) return undefined;
  const own = dishStatement(compiled, item);
  if (broughtOf(own.allergens, avoid).length > 0) return { item: id, is: 'contains' };
  const search = new Search(compiled, item, avoid, context, clock);
  if (own.isComplete) {
    const usual = preselectedLine(compiled, id).picks ?? [];
    if (search.isMade(usual)) return { item: id, is: 'made', picks: usual, isUsual: true };
    const picks = search.nearTo(usual) ?? search.shortest();
    if (picks) return { item: id, is: 'made', picks, isUsual: false };
  }
  // It contains them for certain only if there is no build even with everything that says nothing.
  return { item: id, is: search.isProvedToContain() ? 'contains' : 'not-stated' };
}

/** What can keep a build from being ordered although it can be built. */
const ASIDE = new Set(['note-required', 'date-required', 'amount-required', 'consent-required']);

class Search {
  readonly #menu: CompiledMenu;
  readonly #item: CompiledItem;
  readonly #avoid: readonly string[];
  readonly #context: Context;
  readonly #clock: Clock;
  readonly #choices: ReadonlyMap<string, OfferedChoice>;
  /** The choices that bring something to avoid, or don't say. */
  readonly #refused: ReadonlySet<string>;

  constructor(
    menu: CompiledMenu,
    item: CompiledItem,
    avoid: readonly string[],
    { out = {}, ...context }: Context,
    clock: Clock,
  ) {
    this.#menu = menu;
    this.#item = item;
    this.#avoid = avoid;
    this.#context = { ...context, out };
    this.#clock = clock;
    this.#choices = new Map(choicesWithin(item.groups).map((choice) => [choice.path, choice]));
    this.#refused = new Set(
      [...this.#choices.values()]
        .filter((choice) => !isWithout(choiceStatement(menu, choice), avoid))
        .map(({ path }) => path),
    );
  }

  /** Whether picks are a valid build of parts that are all proved to be without. */
  isMade(picks: readonly Pick[]): boolean {
    return !everyPick(picks).some((pick) => this.#isRefused(pick)) && this.#problemsOf(picks).length === 0;
  }

  /** Drops what is refused, then answers what is missing with the first choices that are not. */
  nearTo(usual: readonly Pick[]): readonly Pick[] | undefined {
    let line: Line = { item: this.#item.item.id, picks: [...usual] };
    for (const pick of usual)
      if (everyPick([pick]).some((it) => this.#isRefused(it))) {
        line = dropChoice(line, undefined, pick.group, pick.choice);
      }
    for (let repair = 0; repair < REPAIRS; repair++) {
      const [problem] = this.#problemsOf(line.picks ?? []);
      if (!problem) return this.isMade(line.picks ?? []) ? line.picks : undefined;
      const group = problem.code === 'too-few' && groupAt(this.#item, line, problem.at, problem.group ?? '');
      const choice = group && this.#nextChoice(line, group, problem.at);
      if (!group || !choice) return undefined;
      line = pickChoice(line, problem.at, group, choice, group.max === 1);
    }
    return undefined;
  }

  /** The build with the fewest taps that has none of what is refused; undefined if none is proved to exist. */
  shortest(): readonly Pick[] | undefined {
    let picks: readonly Pick[] | undefined;
    this.#solved([...this.#refused], (found) => {
      picks = found;
    });
    return picks && this.isMade(picks) ? picks : undefined;
  }

  /** Whether no valid build is free of the choices that are known to bring something to avoid. */
  isProvedToContain(): boolean {
    const bringing = [...this.#choices.values()].filter(
      ({ allergens }) => broughtOf(allergens, this.#avoid).length > 0,
    );
    if (bringing.length === 0) return false;
    let isPossible = true;
    const isFinished = this.#solved(
      bringing.map(({ path }) => path),
      (found) => {
        isPossible = found !== undefined;
      },
    );
    return isFinished && !isPossible;
  }

  #solved(without: readonly string[], found: (picks: readonly Pick[] | undefined) => void): boolean {
    const { out = {} } = this.#context;
    const context = { ...this.#context, out: { ...out, choices: [...(out.choices ?? []), ...without] } };
    const occasion = { context, quantity: 1, varied: {} };
    const check: ItemCheck = {
      menu: this.#menu,
      item: this.#item,
      context,
      occasions: [occasion],
      clock: this.#clock,
      budget: new Budget(STEPS),
      found: new FindingList(),
    };
    return withinBudget(() => {
      const { model, common, sold, span } = solve(check, occasion);
      const groups = [...model.groups.keys()];
      found(span && (shortestWitness(model, groups, [...common, sold])?.picks ?? []));
    });
  }

  #problemsOf(picks: readonly Pick[]) {
    const line: Line = { ...this.#context, item: this.#item.item.id, picks: [...picks] };
    const problems = evaluateLine(this.#menu, line, this.#clock)?.problems ?? [];
    return problems.filter((problem) => !ASIDE.has(problem.code) && !isClosed(problem));
  }

  #isRefused({ group, choice }: Pick): boolean {
    return this.#refused.has(`${group}/${choice}`);
  }

  #nextChoice(line: Line, group: OfferedGroup, at: readonly number[] | undefined): OfferedChoice | undefined {
    const worked = evaluateLine(this.#menu, { ...this.#context, ...line }, this.#clock);
    const view = worked?.groups.find((one) => one.group === group.id && String(one.at ?? '') === String(at ?? ''));
    const open = new Set(view?.choices.filter(({ state }) => state === 'open').map(({ choice }) => choice));
    const picked = new Set(
      everyPick(line.picks ?? [])
        .filter((pick) => pick.group === group.id)
        .map(({ choice }) => choice),
    );
    return group.choices.find(
      (choice) =>
        open.has(choice.id) &&
        !picked.has(choice.id) &&
        !this.#refused.has(choice.path) &&
        !preselectedWithin(choice.opens).some(({ path }) => this.#refused.has(path)),
    );
  }
}

function everyPick(picks: readonly Pick[]): readonly Pick[] {
  return picks.flatMap((pick) => [pick, ...everyPick(pick.picks ?? [])]);
}

function choicesWithin(groups: readonly OfferedGroup[]): readonly OfferedChoice[] {
  return groups.flatMap(({ choices }) => choices.flatMap((choice) => [choice, ...choicesWithin(choice.opens)]));
}

function preselectedWithin(groups: readonly OfferedGroup[]): readonly OfferedChoice[] {
  return groups.flatMap(({ choices }) =>
    choices.flatMap((choice) => (choice.preselected > 0 ? [choice, ...preselectedWithin(choice.opens)] : [])),
  );
}
