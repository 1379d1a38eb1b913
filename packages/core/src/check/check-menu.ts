import { Budget, OverBudget } from '../analysis/eliminate.ts';
import { compileMenu } from '../compile/compile-menu.ts';
import type { CompiledItem } from '../compile/compiled.ts';
import type { Menu } from '../menu/document.ts';
import type { Clock } from '../quote/circumstances.ts';
import type { Context } from '../quote/request-schema.ts';
import { checkDocument } from './check-document.ts';
import { checkItemBuilds } from './check-item.ts';
import { RuleCheck } from './check-rules.ts';
import { occasionsOf } from './contexts.ts';
import { type Finding, FindingList } from './finding.ts';

/** Somebody who watches a line check: told after each item; answering false stops it there. */
export type Watcher = (done: number, total: number) => boolean;

const STEPS_PER_ITEM = 1_500_000;

/**
 * Line check: everything that can be proved or found about a valid menu before anyone orders from it. The menu's own
 * faults are judged as if nothing were 86'd; what `context.out` takes away is told apart (`sold-out-required`).
 * An item too entangled to be finished within its budget keeps what was found until then.
 */
export function checkMenu(menu: Menu, context: Context, clock: Clock, watch: Watcher = () => true): Finding[] {
  const compiled = compileMenu(menu);
  const found = new FindingList();
  const rules = new RuleCheck();
  const now: Context = { ...context, at: context.at ?? clock(undefined) };
  const prove = (item: CompiledItem, builds: boolean) => {
    const check = { menu: compiled, item, context: now, occasions: occasionsOf(menu, item, now), clock, budget: new Budget(STEPS_PER_ITEM), found };
    try {
      if (builds) checkItemBuilds(check);
      rules.learn(check);
    } catch (error) {
      if (!(error instanceof OverBudget)) throw error;
    }
  };
  checkDocument(menu, found);
  for (const [done, { id }] of menu.items.entries()) {
    const item = compiled.item(id);
    if (item) prove(item, true);
    if (!watch(done + 1, menu.items.length)) return found.findings;
  }
  prove(compiled.order, false);
  rules.report(menu, found);
  return found.findings;
}
