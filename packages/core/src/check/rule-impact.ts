import { Budget } from '../analysis/budget.ts';
import { eliminate } from '../analysis/eliminate.ts';
import { sizesOf } from '../analysis/model.ts';
import { compileMenu } from '../compile/compile-menu.ts';
import type { Id, Menu } from '../menu/document.ts';
import type { Clock } from '../quote/calendar.ts';
import { conditionFactor, prerequisitesOf, witnessThrough } from './prerequisites.ts';
import { type Occasion, occasionsOf } from './contexts.ts';
import { FindingList, type Replay } from './finding.ts';
import { canHold } from './check-rules.ts';
import { type ItemCheck, replayOf, withinBudget } from './item-check.ts';
import { solve, solverContextOn } from './solve.ts';

/** A dish on which a rule can be true. */
export interface RuleOnDish {
  readonly item: Id;
  /** The number of valid builds for which it is true, on the occasion with the most of them; null: too many to count. */
  readonly builds: string | null;
  /** The shortest answers for which it is true, and the occasion. */
  readonly replay: Replay | undefined;
}

const STEPS_PER_DISH = 600_000;

/**
 * On how many dishes each rule can be true, by rule; a dish that is too large to tell counts. Rules that can be true on
 * none are there with 0.
 */
export function ruleDishCounts(menu: Menu, clock: Clock): Map<Id, number> {
  const counts = new Map((menu.rules ?? []).map(({ id }) => [id, 0]));
  const count = (rule: Id) => counts.set(rule, (counts.get(rule) ?? 0) + 1);
  for (const { id } of menu.items) {
    const check = itemCheckOf(menu, id, clock);
    const open = new Map(check?.item.rules.map((rule, index) => [index, rule.id]));
    if (!check || open.size === 0) continue;
    const isFinished = withinBudget(() => {
      for (const occasion of check.occasions) {
        if (open.size === 0) return;
        const solver = solverContextOn(check, occasion);
        for (const [index, rule] of open) {
          if (!canHold(solver, [index])) continue;
          open.delete(index);
          count(rule);
        }
      }
    });
    if (!isFinished) open.forEach(count);
  }
  return counts;
}

function itemCheckOf(menu: Menu, id: Id, clock: Clock): ItemCheck | undefined {
  const compiled = compileMenu(menu);
  const item = compiled.item(id);
  if (!item) return undefined;
  const context = { at: clock(undefined) };
  const occasions = occasionsOf(menu, item, context);
  return {
    menu: compiled,
    item,
    context,
    occasions,
    clock,
    budget: new Budget(STEPS_PER_DISH),
    found: new FindingList(),
  };
}

/** The dishes on which a rule can be true, in document order; empty if it never is. */
export function ruleImpact(menu: Menu, rule: Id, clock: Clock): RuleOnDish[] {
  return menu.items.flatMap(({ id }) => {
    const check = itemCheckOf(menu, id, clock);
    const index = check?.item.rules.findIndex((one) => one.id === rule) ?? -1;
    if (!check || index < 0) return [];
    let found: RuleOnDish[] = [];
    const isFinished = withinBudget(() => {
      found = onDish(check, index);
    });
    return isFinished ? found : [{ item: id, builds: null, replay: undefined }];
  });
}

function onDish(check: ItemCheck, index: number): RuleOnDish[] {
  let best: { readonly count: bigint; readonly occasion: Occasion } | undefined;
  for (const occasion of check.occasions) {
    const count = buildsWith(check, occasion, index);
    if (count > (best?.count ?? 0n)) best = { count, occasion };
  }
  if (!best) return [];
  const solved = solve(check, best.occasion, { everyRule: true });
  const holds = conditionFactor(solved, [index], ({ ruleHolds }) => ruleHolds(index));
  const witness = witnessThrough(solved, prerequisitesOf(solved.model, [index]), [holds]);
  const replay = replayOf(check, witness, best.occasion);
  return [{ item: check.item.item.id, builds: String(best.count), replay }];
}

/** The number of valid builds on an occasion for which the rule is true. */
function buildsWith(check: ItemCheck, occasion: Occasion, index: number): bigint {
  const solved = solve(check, occasion, { everyRule: true });
  if (!solved.span) return 0n;
  const holds = conditionFactor(solved, [index], ({ ruleHolds }) => ruleHolds(index));
  const answers = solved.model.groups.flatMap((_, group) => solved.answersTo(group));
  const span = eliminate([...solved.common, solved.sold, ...answers, holds], sizesOf(solved.model), check.budget);
  return span ? BigInt(span.count) : 0n;
}
