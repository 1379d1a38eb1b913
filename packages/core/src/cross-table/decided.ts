import { Budget } from '../analysis/budget.ts';
import { canHold } from '../check/check-rules.ts';
import { occasionsOf } from '../check/contexts.ts';
import { FindingList } from '../check/finding.ts';
import { type ItemCheck, withinBudget } from '../check/item-check.ts';
import { solverContextOn } from '../check/solve.ts';
import { compileMenu } from '../compile/compile-menu.ts';
import type { Condition } from '../menu/condition-schema.ts';
import type { Id, Item, Menu, Rule } from '../menu/document.ts';
import { ruleConcerns } from '../menu/offered.ts';
import { groupDecidedBy } from '../menu/paths.ts';
import type { Clock } from '../quote/calendar.ts';
import { cellAt } from './combinations.ts';
import { crossTable } from './cross-table.ts';
import { type CrossCell, type CrossPlace, fixedPath, pathOf } from './place.ts';
import { decidingChoice } from './table-rules.ts';

/** A cell that is decided without the table: its choices can never be picked together on some dishes. */
export interface DecidedCell extends CrossCell {
  readonly dishes: readonly Id[];
  /** The rules without which they could be; empty if limits, variants or what a dish offers decide. */
  readonly rules: readonly Id[];
}

const STEPS_PER_DISH = 2_000_000;

/**
 * The cells that something other than the table's own rules decides, proved dish by dish over every circumstance that
 * rules distinguish. What can't be proved within its budget is left out.
 */
export function decidedCells(menu: Menu, place: CrossPlace, clock: Clock): DecidedCell[] {
  const table = crossTable(menu, place);
  const cells = table.rows.flatMap(({ id: row }) => table.columns.map(({ id: column }) => ({ row, column })));
  const others =
    table.by === 'variants'
      ? (menu.rules ?? [])
      : (menu.rules ?? []).filter((rule) => decidingChoice(rule, place, table.decides) === undefined);
  const found = cells.map(() => ({ dishes: [] as Id[], rules: new Set<Id>() }));
  for (const dish of table.dishes) {
    const item = menu.items.find(({ id }) => id === dish);
    if (!item) continue;
    const proof = new CellProof(menu, item, place, cells, clock);
    let never: number[] = [];
    withinBudget(() => {
      never = proof.neverTogether(others, cells.keys());
    });
    for (const cell of never) found[cell]?.dishes.push(dish);
    // What is proved stands, also where naming the rules takes too long.
    withinBudget(() => {
      for (const [cell, rules] of proof.reasons(others, never)) for (const rule of rules) found[cell]?.rules.add(rule);
    });
    if (table.by === 'rules') {
      cells.forEach(({ row, column }, i) => {
        if (isOffByVariants(item, place, row, column) && !found[i]?.dishes.includes(dish)) found[i]?.dishes.push(dish);
      });
    }
  }
  return cells.flatMap((cell, i) => {
    const { dishes = [], rules = [] } = found[i] ?? {};
    return dishes.length === 0 ? [] : [{ ...cell, dishes, rules: [...rules] }];
  });
}

function isOffByVariants({ variants }: Item, place: CrossPlace, row: Id, column: Id): boolean {
  const groups = [place.rows, place.columns, place.fixed?.group];
  if (!variants?.by.every((group) => groups.includes(group))) return false;
  const isBy = (group: Id) => variants.by.includes(group);
  if (!isBy(place.rows) || !isBy(place.columns)) return false;
  const { fixed, ...unfixed } = place;
  return cellAt(variants, fixed && isBy(fixed.group) ? place : unfixed, row, column)?.sold === false;
}

/** Proves which cells of a dish can never be picked together, by one harmless rule for each cell that could be true. */
class CellProof {
  readonly #menu: Menu;
  readonly #item: Item;
  readonly #probes: readonly Rule[];
  readonly #groups: readonly Id[];
  readonly #clock: Clock;
  readonly #budget = new Budget(STEPS_PER_DISH);

  constructor(menu: Menu, item: Item, place: CrossPlace, cells: readonly CrossCell[], clock: Clock) {
    this.#menu = menu;
    this.#item = item;
    this.#groups = [place.rows, place.columns];
    this.#clock = clock;
    const fixed = fixedPath(place);
    this.#probes = cells.map(({ row, column }, i) => {
      const all: Condition[] = [{ picked: pathOf(place, 'rows', row) }, { picked: pathOf(place, 'columns', column) }];
      if (fixed !== undefined) all.push({ picked: fixed });
      return { id: `cell ${i}`, when: { all }, then: [{ tell: '' }] };
    });
  }

  /** Those of the cells (by index) that no answers reach under the rules. */
  neverTogether(rules: readonly Rule[], cells: Iterable<number>): number[] {
    const menu: Menu = { ...this.#menu, rules: [...rules, ...this.#probes] };
    const compiled = compileMenu(menu);
    const item = compiled.item(this.#item.id);
    if (!item) return [];
    const context = { at: this.#clock(undefined) };
    const occasions = occasionsOf(menu, item, context);
    const found = new FindingList();
    const check: ItemCheck = {
      menu: compiled,
      item,
      context,
      occasions,
      clock: this.#clock,
      budget: this.#budget,
      found,
    };
    const first = item.rules.length - this.#probes.length;
    return occasions.reduce<number[]>(
      (left, occasion) => {
        if (left.length === 0) return left;
        const solver = solverContextOn(check, occasion);
        return left.filter((cell) => !canHold(solver, [first + cell]));
      },
      [...cells],
    );
  }

  /** For each impossible cell, the rules without any one of which it is possible; else all that speak of its groups. */
  reasons(rules: readonly Rule[], never: readonly number[]): Map<number, Id[]> {
    const reasons = new Map<number, Id[]>(never.map((cell) => [cell, []]));
    if (never.length === 0) return reasons;
    const speaking = rules.filter(
      (rule) =>
        ruleConcerns(rule, this.#item) &&
        rule.then.some((effect) => this.#groups.includes(groupDecidedBy(effect) ?? '')),
    );
    for (const rule of speaking) {
      const still = new Set(
        this.neverTogether(
          rules.filter((one) => one !== rule),
          never,
        ),
      );
      for (const cell of never) if (!still.has(cell)) reasons.get(cell)?.push(rule.id);
    }
    if (speaking.length < 2) return reasons;
    const still = new Set(
      this.neverTogether(
        rules.filter((one) => !speaking.includes(one)),
        never,
      ),
    );
    for (const cell of never) {
      if (reasons.get(cell)?.length === 0 && !still.has(cell))
        reasons.set(
          cell,
          speaking.map(({ id }) => id),
        );
    }
    return reasons;
  }
}
