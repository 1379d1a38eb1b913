import type { Factor } from '../analysis/eliminate.ts';
import type { CompiledRule } from '../compile/compiled.ts';
import type { Menu } from '../menu/document.ts';
import { prerequisitesOf, canBeReached, conditionFactor, witnessThrough } from './prerequisites.ts';
import type { FindingList, Replay } from './finding.ts';
import { type ItemCheck, replayOf } from './item-check.ts';
import { type SolverContext, solverContextOn } from './solve.ts';

/** What was learnt of the rules over all items: which can hold, and which pairs can hold at once and disagree. */
export class RuleCheck {
  readonly #fires = new Set<string>();
  /** Rules of items that could not be looked at to the end: whether they fire is not known. */
  readonly #unsure = new Set<string>();
  readonly #disagree = new Map<string, { readonly other: string; readonly replay: Replay | undefined }>();

  /**
   * Looks at the rules of one item on every occasion that they tell apart.
   * @throws OverBudget where that takes too long; what was learnt until then stays
   */
  learn(check: ItemCheck): void {
    const { rules } = check.item;
    try {
      this.#learn(check, rules);
    } catch (error) {
      rules.forEach(({ id }) => this.#unsure.add(id));
      throw error;
    }
  }

  #learn(check: ItemCheck, rules: readonly CompiledRule[]): void {
    const pairs = disagreeingPairs(rules);
    for (const occasion of check.occasions) {
      const unsettled = rules.some(({ id }) => !this.#fires.has(id)) || pairs.some(([, later]) => !this.#disagree.has(rules[later]?.id ?? ''));
      if (!unsettled) return;
      const ground = solverContextOn(check, occasion);
      rules.forEach(({ id }, index) => {
        if (!this.#fires.has(id) && canHold(ground, [index])) this.#fires.add(id);
      });
      for (const [earlier, later] of pairs) {
        const [one, other] = [rules[earlier], rules[later]];
        if (!one || !other || this.#disagree.has(other.id) || !canHold(ground, [earlier, later])) continue;
        const way = witnessThrough(ground, prerequisitesOf(ground.model, [earlier, later]), [allHold(ground, [earlier, later])]);
        this.#disagree.set(other.id, { other: one.id, replay: replayOf(check, way, occasion) });
      }
    }
  }

  report(menu: Menu, found: FindingList): void {
    for (const { id } of menu.rules ?? []) {
      if (!this.#fires.has(id) && !this.#unsure.has(id)) found.add('rule-never-fires', `rules/${id}`, { rule: id });
      const clash = this.#disagree.get(id);
      if (clash) found.add('rules-disagree', `rules/${id}`, { rule: id, other: clash.other }, clash.replay);
    }
  }
}

/** Whether rules can hold at once, for some valid answer to the groups they look at and those before them. */
function canHold(ground: SolverContext, rules: readonly number[]): boolean {
  return canBeReached(ground, prerequisitesOf(ground.model, rules), [allHold(ground, rules)]);
}

function allHold(ground: SolverContext, rules: readonly number[]): Factor {
  return conditionFactor(ground, rules, (world) => rules.every(world.ruleHolds));
}

/** Pairs of rules, earlier first, of which only one can have its way. */
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
