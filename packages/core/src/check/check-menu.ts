import { Budget, OverBudget } from '../analysis/budget.ts';
import { compileMenu } from '../compile/compile-menu.ts';
import type { CompiledItem } from '../compile/compiled.ts';
import type { Menu } from '../menu/document.ts';
import type { Clock } from '../quote/calendar.ts';
import type { Context } from '../api/line.ts';
import { checkDocument } from './check-document.ts';
import { checkItemBuilds, checkItemPrice } from './check-item.ts';
import { RuleCheck } from './check-rules.ts';
import { occasionsOf } from './contexts.ts';
import { type Finding, FindingList } from './finding.ts';
import type { ItemCheck } from './item-check.ts';

/** Progress callback, called after each item; returning false stops the check. */
export type Watcher = (done: number, total: number) => boolean;

const STEPS_PER_QUESTION = 3_000_000;

/**
 * Line check: everything that can be proved about a valid menu before anyone orders. The menu's own faults are judged
 * as if nothing were 86'd; the effects of `context.out` are reported separately (`sold-out-required`). An item too
 * complex for its budget keeps the findings made until then.
 */
export function checkMenu(menu: Menu, context: Context, clock: Clock, watch: Watcher = () => true): Finding[] {
  const compiled = compileMenu(menu);
  const found = new FindingList();
  const rules = new RuleCheck();
  const now: Context = { ...context, at: context.at ?? clock(undefined) };
  const { out: _, ...whole } = now;
  const newCheck = (item: CompiledItem, into: FindingList): ItemCheck => ({
    menu: compiled,
    item,
    context: now,
    occasions: occasionsOf(menu, item, whole),
    clock,
    budget: new Budget(STEPS_PER_QUESTION),
    found: into,
  });
  /** Findings by shape: items with the same groups and rules share them. */
  const known = new Map<string, { readonly id: string; readonly findings: readonly Finding[] }>();
  const proveShape = (item: CompiledItem): readonly Finding[] => {
    const proved = new FindingList();
    withinBudget(() => checkItemBuilds(newCheck(item, proved)));
    withinBudget(() => rules.learn(newCheck(item, proved)));
    return proved.findings;
  };
  const prove = (item: CompiledItem) => {
    const shape = shapeOf(item, now);
    const { id, findings } = known.get(shape) ?? { id: item.item.id, findings: proveShape(item) };
    known.set(shape, { id, findings });
    for (const { code, where, params, picks, occasion } of findings) {
      const replay = picks && { picks, occasion: { ...occasion, item: item.item.id } };
      found.add(code, where.replace(`items/${id}`, `items/${item.item.id}`), params, replay);
    }
    withinBudget(() => checkItemPrice(newCheck(item, found)));
  };
  checkDocument(menu, found);
  for (const [done, { id }] of menu.items.entries()) {
    const item = compiled.item(id);
    if (item) prove(item);
    if (!watch(done + 1, menu.items.length)) return found.findings;
  }
  if (compiled.order.groups.length > 0) withinBudget(() => rules.learn(newCheck(compiled.order, found)));
  rules.report(menu, found);
  return found.findings;
}

/** Everything that decides which builds of an item are valid; its price does not. */
function shapeOf({ item, groups, rules }: CompiledItem, { out }: Context): string {
  const combinationsOut = (out?.variants ?? []).filter((named) => named.item === item.id).map(({ pick }) => pick);
  return JSON.stringify([
    item.groups,
    item.variants,
    item.channels,
    item.dayparts,
    groups.map(({ id }) => id),
    rules.map(({ id }) => id),
    combinationsOut,
  ]);
}

function withinBudget(work: () => void): void {
  try {
    work();
  } catch (error) {
    if (!(error instanceof OverBudget)) throw error;
  }
}
