import type { Factor } from '../analysis/eliminate.ts';
import type { CompiledRule } from '../compile/compiled.ts';
import type { Menu } from '../menu/document.ts';
import { prerequisitesOf, canBeReached, conditionFactor, witnessThrough } from './prerequisites.ts';
import type { FindingList, Replay } from './finding.ts';
import { type ItemCheck, replayOf, withinBudget } from './item-check.ts';
import { type SolverContext, solverContextOn } from './solve.ts';

interface Disagreement {
  readonly other: string;
  readonly replay: Replay | undefined;
}

/** What one item taught about rules, and which rules were settled before it, so that it did not look at them. */
export interface RuleLesson {
  readonly fires: readonly string[];
  readonly unsure: readonly string[];
  readonly disagree: readonly (readonly [string, Disagreement])[];
  readonly settled: { readonly fires: readonly string[]; readonly disagree: readonly string[] };
}

/** Collects over all items which rules can hold, and which contradicting pairs can hold at once. */
export class RuleCheck {
  readonly #fires = new Set<string>();
  /** Rules of items that could not be analysed completely: unknown whether they ever fire. */
  readonly #unsure = new Set<string>();
  readonly #disagree = new Map<string, Disagreement>();

  #learn(check: ItemCheck, rules: readonly CompiledRule[]): void {
    const pairs = disagreeingPairs(rules);
    for (const occasion of check.occasions) {
      const unsettled =
        rules.some(({ id }) => !this.#fires.has(id)) ||
        pairs.some(([, later]) => !this.#disagree.has(rules[later]?.id ?? ''));
      if (!unsettled) return;
      const solver = solverContextOn(check, occasion);
      rules.forEach(({ id }, index) => {
        if (!this.#fires.has(id) && canHold(solver, [index])) this.#fires.add(id);
      });
      for (const [earlier, later] of pairs) {
        const [one, other] = [rules[earlier], rules[later]];
        if (!one || !other || this.#disagree.has(other.id) || !canHold(solver, [earlier, later])) continue;
        const witness = witnessThrough(solver, prerequisitesOf(solver.model, [earlier, later]), [
          allHold(solver, [earlier, later]),
        ]);
        this.#disagree.set(other.id, { other: one.id, replay: replayOf(check, witness, occasion) });
      }
    }
  }

  /**
   * Examines the rules of one item on each of its occasions, and returns what was new. Over its budget, the lesson is
   * what was learnt until then, and nothing is sure of its other rules.
   */
  lesson(check: ItemCheck): RuleLesson {
    const ids = check.item.rules.map(({ id }) => id);
    const settled = {
      fires: ids.filter((id) => this.#fires.has(id)),
      disagree: ids.filter((id) => this.#disagree.has(id)),
    };
    const before = [new Set(settled.fires), new Set(settled.disagree)] as const;
    if (!withinBudget(() => this.#learn(check, check.item.rules))) for (const id of ids) this.#unsure.add(id);
    return {
      fires: ids.filter((id) => this.#fires.has(id) && !before[0].has(id)),
      unsure: ids.filter((id) => this.#unsure.has(id)),
      disagree: ids.flatMap((id) => {
        const found = this.#disagree.get(id);
        return found && !before[1].has(id) ? [[id, found] as const] : [];
      }),
      settled,
    };
  }

  /** Repeats a lesson for an item that it holds for; returns false if it left out rules that are not settled here. */
  repeat(lesson: RuleLesson, item: string): boolean {
    const isWhole =
      lesson.settled.fires.every((id) => this.#fires.has(id)) &&
      lesson.settled.disagree.every((id) => this.#disagree.has(id));
    if (!isWhole) return false;
    for (const id of lesson.fires) this.#fires.add(id);
    for (const id of lesson.unsure) this.#unsure.add(id);
    for (const [id, { other, replay }] of lesson.disagree)
      if (!this.#disagree.has(id))
        this.#disagree.set(id, { other, replay: replay && { ...replay, occasion: { ...replay.occasion, item } } });
    return true;
  }

  report(menu: Menu, found: FindingList): void {
    for (const { id } of menu.rules ?? []) {
      if (!this.#fires.has(id) && !this.#unsure.has(id)) found.add('rule-never-fires', `rules/${id}`, { rule: id });
      const clash = this.#disagree.get(id);
      if (clash) found.add('rules-disagree', `rules/${id}`, { rule: id, other: clash.other }, clash.replay);
    }
  }
}

/** Whether rules can be true together, for some valid answers to the groups they refer to and those before them. */
export function canHold(solver: SolverContext, rules: readonly number[]): boolean {
  return canBeReached(solver, prerequisitesOf(solver.model, rules), [allHold(solver, rules)]);
}

function allHold(solver: SolverContext, rules: readonly number[]): Factor {
  return conditionFactor(solver, rules, (assignment) => rules.every(assignment.ruleHolds));
}

/** Pairs of contradicting rules, earlier first. */
function disagreeingPairs(rules: readonly CompiledRule[]): [number, number][] {
  const pairs: [number, number][] = [];
  rules.forEach((later, j) => {
    for (let i = 0; i < j; i++) if (rules[i] && clash(rules[i] as CompiledRule, later)) pairs.push([i, j]);
  });
  return pairs;
}

function clash(one: CompiledRule, other: CompiledRule): boolean {
  return one.then.some((a) =>
    other.then.some((b) => {
      if ('setBase' in a && 'setBase' in b) return true;
      if ('setChoice' in a && 'setChoice' in b) return a.setChoice.choice === b.setChoice.choice;
      if ('show' in a && 'hide' in b) return a.show === b.hide;
      return 'hide' in a && 'show' in b && a.hide === b.show;
    }),
  );
}
