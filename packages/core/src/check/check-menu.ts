import { Budget } from '../analysis/budget.ts';
import type { Context } from '../api/line.ts';
import { compileMenu } from '../compile/compile-menu.ts';
import type { CompiledItem } from '../compile/compiled.ts';
import type { Menu } from '../menu/document.ts';
import type { Clock } from '../quote/calendar.ts';
import { checkDocument } from './check-document.ts';
import { checkItemBuilds, checkItemPrice } from './check-item.ts';
import { RuleCheck, type RuleLesson } from './check-rules.ts';
import { occasionsOf } from './contexts.ts';
import { type Finding, FindingList } from './finding.ts';
import { type ItemCheck, withinBudget } from './item-check.ts';
import { ShapeKeys } from './shape-keys.ts';

/** Progress callback, called after each item with what was found until then; returning false stops the check. */
export type Watcher = (done: number, total: number, found: readonly Finding[]) => boolean;

const STEPS_PER_QUESTION = 3_000_000;
/** What no check has asked for in so many runs is forgotten. */
const KEPT_RUNS = 100;

/** What was proved of the builds of one item, shared by all of its shape, and what it taught about rules. */
interface Proof {
  readonly id: string;
  readonly findings: readonly Finding[];
  readonly lesson: RuleLesson;
}

/**
 * Line check: everything that can be proved about a valid menu before anyone orders. The menu's own faults are judged
 * as if nothing were 86'd; the effects of `context.out` are reported separately (`sold-out-required`). An item too
 * complex for its budget keeps the findings made until then.
 */
export function checkMenu(menu: Menu, context: Context, clock: Clock, watch: Watcher = () => true): Finding[] {
  return new LineCheck().check(menu, context, clock, watch);
}

/** Line check of one menu after another: only items are proved again for which something changed that they depend on. */
export class LineCheck {
  readonly #keys = new ShapeKeys();
  readonly #proofs = new Memory<Proof>();
  readonly #prices = new Memory<readonly Finding[]>();
  #proved = 0;

  /** How many items the last check proved, rather than remembered. */
  get proved(): number {
    return this.#proved;
  }

  /** The same findings as `checkMenu`. */
  check(menu: Menu, context: Context, clock: Clock, watch: Watcher = () => true): Finding[] {
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
    const keyOf = this.#keys.of(menu, now);
    this.#proved = 0;
    checkDocument(menu, found);
    for (const [done, { id }] of menu.items.entries()) {
      const item = compiled.item(id);
      if (item) this.#prove(item, keyOf(item), { newCheck, rules, found });
      if (!watch(done + 1, menu.items.length, found.findings)) return found.findings;
    }
    if (compiled.order.groups.length > 0) rules.lesson(newCheck(compiled.order, found));
    rules.report(menu, found);
    this.#proofs.forget();
    this.#prices.forget();
    return found.findings;
  }

  #prove(item: CompiledItem, key: string, run: Run): void {
    const { id } = item.item;
    const remembered = this.#proofs.get(key);
    const isRepeated = remembered !== undefined && run.rules.repeat(remembered.lesson, id);
    const proof = isRepeated ? remembered : this.#newProof(item, key, run);
    for (const { code, where, params, picks, occasion } of proof.findings) {
      const replay = picks && { picks, occasion: { ...occasion, item: id } };
      run.found.add(code, where.replace(`items/${proof.id}`, `items/${id}`), params, replay);
    }
    const priceKey = `${key} ${JSON.stringify(item.item)}`;
    let priced = this.#prices.get(priceKey);
    if (!priced) {
      const list = new FindingList();
      withinBudget(() => checkItemPrice(run.newCheck(item, list)));
      priced = list.findings;
      this.#prices.set(priceKey, priced);
    }
    for (const { code, where, params, picks, occasion } of priced)
      run.found.add(code, where, params, picks && { picks, occasion: occasion ?? {} });
  }

  #newProof(item: CompiledItem, key: string, { newCheck, rules }: Run): Proof {
    this.#proved++;
    const list = new FindingList();
    withinBudget(() => checkItemBuilds(newCheck(item, list)));
    const lesson = rules.lesson(newCheck(item, list));
    const proof = { id: item.item.id, findings: list.findings, lesson };
    this.#proofs.set(key, proof);
    return proof;
  }
}

interface Run {
  readonly newCheck: (item: CompiledItem, into: FindingList) => ItemCheck;
  readonly rules: RuleCheck;
  readonly found: FindingList;
}

/** Remembers values by key, until no run has asked for them for a while. */
class Memory<T> {
  readonly #values = new Map<string, { value: T; run: number }>();
  #run = 0;

  get(key: string): T | undefined {
    const known = this.#values.get(key);
    if (known) known.run = this.#run;
    return known?.value;
  }

  set(key: string, value: T): void {
    this.#values.set(key, { value, run: this.#run });
  }

  forget(): void {
    this.#run++;
    for (const [key, { run }] of this.#values) if (this.#run - run > KEPT_RUNS) this.#values.delete(key);
  }
}
