import { Assignment } from '../analysis/assignment.ts';
import { Budget } from '../analysis/budget.ts';
import { openedAnswers } from '../analysis/options.ts';
import type { Context, Out } from '../api/line.ts';
import { compileMenu } from '../compile/compile-menu.ts';
import type { CompiledItem, CompiledMenu, OfferedChoice } from '../compile/compiled.ts';
import type { Menu } from '../menu/document.ts';
import type { Choice } from '../menu/group-schema.ts';
import { type Combination, keyOfWhat, sortedCombinations } from '../menu/what-key.ts';
import { isSoldOut } from '../quote/answers.ts';
import type { Clock } from '../quote/calendar.ts';
import { circumstancesOf, type UnavailableIndex } from '../quote/circumstances.ts';
import { ProblemList } from '../quote/problem.ts';
import { asker, checkSoldOut } from './check-item.ts';
import { FindingList } from './finding.ts';
import { type ItemCheck, withinBudget } from './item-check.ts';
import { ShapeKeys } from './shape-keys.ts';
import { type SolvedItem, solve } from './solve.ts';

/** What a deed at the 86 board takes down, sorted. */
export interface Fallout {
  readonly items: readonly string[];
  readonly groups: readonly { readonly item: string; readonly group: string }[];
  /** Groups of the order's own. */
  readonly orderGroups: readonly string[];
  readonly choices: readonly string[];
  readonly variants: readonly Combination[];
}

/** Called after each dish. */
export type FalloutWatch = (done: number, total: number) => void;

const STEPS_PER_DISH = 2_000_000;

/**
 * What goes down when what is out changes from `before` to `after`, in a context (whose own `out` doesn't count): dishes
 * that could be ordered, groups that can no longer be answered on other dishes, choices that no valid build has any
 * more, combinations. Where the proof exceeds its budget, nothing is said to be down. Service contract, section 2.
 */
export function fallout(
  menu: Menu,
  context: Context,
  before: Out,
  after: Out,
  clock: Clock,
  watch: FalloutWatch = () => undefined,
): Fallout {
  return new Comparison(menu, context, before, after, clock).fallout(watch);
}

/** What is known of a dish with something out; undefined where the proof took too long. */
interface State extends Omit<Proved, 'isBuildable'> {
  readonly isOrderable: boolean;
}

/** The same of all dishes that are alike, whether or not one of them is itself out. */
interface Proved {
  readonly isBuildable: boolean;
  readonly stuck: ReadonlySet<string>;
  /** The choices that some valid build contains, inner ones included. */
  readonly choices: ReadonlySet<string>;
}

class Comparison {
  readonly #menu: CompiledMenu;
  readonly #context: Context;
  readonly #clock: Clock;
  readonly #outs: readonly [Out, Out];
  readonly #index: readonly [UnavailableIndex, UnavailableIndex];
  /** What dishes are alike by, before and after. */
  readonly #keys: readonly [(item: CompiledItem) => string, (item: CompiledItem) => string];
  /** What was proved of one dish of a kind holds for all like it. */
  readonly #proved = new Map<string, Proved | undefined>();

  constructor(menu: Menu, { out: _, ...context }: Context, before: Out, after: Out, clock: Clock) {
    this.#menu = compileMenu(menu);
    this.#context = { ...context, at: context.at ?? clock(this.#menu.locations.get(context.location ?? '')?.timeZone) };
    this.#clock = clock;
    this.#outs = [before, after];
    this.#index = [this.#indexOf(before), this.#indexOf(after)];
    const keys = new ShapeKeys();
    const keysOf = (out: Out) => keys.of(menu, { ...this.#context, out });
    this.#keys = [keysOf(before), keysOf(after)];
  }

  fallout(watch: FalloutWatch): Fallout {
    const { items } = this.#menu.menu;
    const down: string[] = [];
    const groups: { item: string; group: string }[] = [];
    const lost = new Set<string>();
    const kept = new Set<string>();
    const unaffected: CompiledItem[] = [];
    for (const [done, { id }] of items.entries()) {
      const item = this.#menu.item(id);
      if (item && !this.#isAffected(item)) unaffected.push(item);
      else if (item) {
        const [was, is] = [this.#stateOf(item, 0), this.#stateOf(item, 1)];
        const isDown = was?.isOrderable === true && is?.isOrderable === false;
        if (isDown) down.push(id);
        else if (was && is) for (const group of is.stuck) if (!was.stuck.has(group)) groups.push({ item: id, group });
        for (const path of is?.choices ?? allChoices(item)) kept.add(path);
        for (const path of was?.choices ?? []) lost.add(path);
      }
      watch(done + 1, items.length);
    }
    const gone = this.#withoutThoseElsewhere(
      [...lost].filter((path) => !kept.has(path)),
      unaffected,
    );
    return {
      items: down.sort(),
      groups: groups.sort((one, other) => compare(one.item, other.item) || compare(one.group, other.group)),
      orderGroups: this.#orderGroups(),
      choices: [...new Set([...gone, ...this.#soldOutOnlyAfter()])].sort(),
      variants: this.#variants(),
    };
  }

  #indexOf(out: Out): UnavailableIndex {
    return circumstancesOf(this.#menu, { ...this.#context, out }, this.#clock, new ProblemList()).out;
  }

  /** Whether what is out of a dish and its choices differs before and after. */
  #isAffected(item: CompiledItem): boolean {
    const { id, variants } = item.item;
    const [was, is] = this.#index;
    const differs = (isOut: (out: UnavailableIndex) => boolean) => isOut(was) !== isOut(is);
    if (differs((out) => isItemOut(item, out))) return true;
    const own = (out: Out) =>
      (out.variants ?? []).filter((one) => one.item === id).map((variant) => keyOfWhat({ variant }));
    const [some, others] = this.#outs.map((out) => own(out).sort().join()) as [string, string];
    if (variants && some !== others) return true;
    return everyChoice(item).some((choice) => differs((out) => isSoldOut(choice, out)));
  }

  #stateOf(item: CompiledItem, side: 0 | 1): State | undefined {
    const key = `${side} ${this.#keys[side](item)}`;
    if (!this.#proved.has(key)) this.#proved.set(key, this.#prove(item, side));
    const proved = this.#proved.get(key);
    return proved && { ...proved, isOrderable: proved.isBuildable && !isItemOut(item, this.#index[side]) };
  }

  #prove(item: CompiledItem, side: 0 | 1): Proved | undefined {
    const check = this.#checkOf(item, this.#outs[side]);
    let proved: Proved | undefined;
    withinBudget(() => {
      const now = solve(check, { context: check.context, quantity: 1, varied: {} });
      proved = {
        isBuildable: now.span !== undefined,
        stuck: stuckGroups(check, now),
        choices: now.span ? choicesInBuilds(now) : new Set(),
      };
    });
    return proved;
  }

  #checkOf(item: CompiledItem, out: Out): ItemCheck {
    return {
      menu: this.#menu,
      item,
      context: { ...this.#context, out },
      occasions: [{ context: this.#context, quantity: 1, varied: {} }],
      clock: this.#clock,
      budget: new Budget(STEPS_PER_DISH),
      found: new FindingList(),
    };
  }

  #orderGroups(): string[] {
    const { order } = this.#menu;
    if (order.groups.length === 0) return [];
    const [was, is] = [this.#stateOf(order, 0), this.#stateOf(order, 1)];
    return was && is ? [...is.stuck].filter((group) => !was.stuck.has(group)).sort() : [];
  }

  /** Those of the choices that no dish without a difference still has in a valid build. */
  #withoutThoseElsewhere(paths: readonly string[], items: readonly CompiledItem[]): string[] {
    let left = paths;
    for (const item of items) {
      const offered = new Set(allChoices(item));
      if (!left.some((path) => offered.has(path))) continue;
      const has = this.#stateOf(item, 1)?.choices ?? offered;
      left = left.filter((path) => !has.has(path));
    }
    return [...left];
  }

  /** Of all choices of the menu, offered or not. */
  #soldOutOnlyAfter(): string[] {
    const [was, is] = this.#index;
    const { groups, items } = this.#menu.menu;
    const usesOf = new Map(items.map(({ id, uses = [] }) => [id, uses]));
    const isOut = ({ item, uses = [] }: Choice, path: string, out: UnavailableIndex) =>
      out.choices.has(path) ||
      (item !== undefined && out.items.has(item)) ||
      [...uses, ...(usesOf.get(item ?? '') ?? [])].some(({ ingredient }) => out.ingredients.has(ingredient));
    return groups.flatMap((group) =>
      (group.kind === 'choices' ? (group.choices ?? []) : [])
        .map((choice) => ({ choice, path: `${group.id}/${choice.id}` }))
        .filter(({ choice, path }) => isOut(choice, path, is) && !isOut(choice, path, was))
        .map(({ path }) => path),
    );
  }

  #variants(): Combination[] {
    const [before, after] = this.#outs;
    const were = new Set((before.variants ?? []).map((variant) => keyOfWhat({ variant })));
    const only = new Map(
      (after.variants ?? [])
        .map((variant) => [keyOfWhat({ variant }), variant] as const)
        .filter(([key]) => !were.has(key)),
    );
    return sortedCombinations([...only.values()], (item) => this.#menu.item(item)?.item.variants?.by ?? []);
  }
}

function isItemOut({ item, uses }: CompiledItem, out: UnavailableIndex): boolean {
  return out.items.has(item.id) || uses.some(({ ingredient }) => out.ingredients.has(ingredient));
}

/** The groups that only what is out makes unanswerable. */
function stuckGroups(check: ItemCheck, now: SolvedItem): Set<string> {
  const [whole] = check.occasions;
  if (whole) checkSoldOut(check, solve(check, whole), now);
  return new Set(
    check.found.findings.flatMap(({ code, params }) =>
      code === 'sold-out-required' ? [String(params?.['group'])] : [],
    ),
  );
}

/** Every choice of an item's groups and of those that choices open. */
function everyChoice({ groups }: Pick<CompiledItem, 'groups'>): OfferedChoice[] {
  return groups.flatMap(({ choices }) =>
    choices.flatMap((choice) => [choice, ...everyChoice({ groups: choice.opens })]),
  );
}

function allChoices(item: CompiledItem): string[] {
  return everyChoice(item).map(({ path }) => path);
}

function choicesInBuilds(solved: SolvedItem): Set<string> {
  const found = new Set<string>();
  const assignment = new Assignment(solved.model);
  const { out } = solved.model.circumstances;
  const addInner = (choice: OfferedChoice): void => {
    for (const group of choice.opens) {
      for (const inner of group.choices) {
        if (isSoldOut(inner, out) || !openedAnswers(assignment, group, solved.budget.spend, inner.index)) continue;
        found.add(inner.path);
        addInner(inner);
      }
    }
  };
  for (const { offered } of solved.model.groups) {
    const ask = asker(solved, offered.index);
    for (const choice of offered.choices) {
      if (!ask(choice.index, 'stand')) continue;
      found.add(choice.path);
      addInner(choice);
    }
  }
  return found;
}

function compare(one: string, other: string): number {
  return one === other ? 0 : one < other ? -1 : 1;
}
