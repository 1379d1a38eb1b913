import { eliminate } from '../analysis/eliminate.ts';
import { groupFactor, ruleFactor } from '../analysis/factors.ts';
import { groupsOfFormula } from '../analysis/formula.ts';
import { domainsOf, type Model, newModel } from '../analysis/model.ts';
import type { CompiledRule } from '../compile/compiled.ts';
import type { Menu } from '../menu/document.ts';
import { circumstancesOf } from '../quote/circumstances.ts';
import type { Pick } from '../quote/request-schema.ts';
import { ProblemList } from '../quote/problem.ts';
import type { ItemCheck } from './item-check.ts';
import { withAllBefore } from './dead-ends.ts';
import { shortWay, standWell } from './short-way.ts';
import type { FindingList } from './finding.ts';

/** What was learnt of the rules over all items: which can hold, and which pairs can hold at once and disagree. */
export class RuleCheck {
  readonly #fires = new Set<string>();
  readonly #disagree = new Map<string, { readonly other: string; readonly picks: readonly Pick[] | undefined }>();

  /** Looks at the rules of one item on every occasion that they tell apart. */
  learn(check: ItemCheck): void {
    const { rules } = check.item;
    const pairs = disagreeingPairs(rules);
    for (const { context: { out: _, ...context }, quantity } of check.occasions) {
      const unsettled = rules.some(({ id }) => !this.#fires.has(id)) || pairs.some(([, later]) => !this.#disagree.has(rules[later]?.id ?? ''));
      if (!unsettled) return;
      const model = newModel(check.menu, check.item, circumstancesOf(check.menu, context, check.clock, new ProblemList()), quantity);
      rules.forEach(({ id }, index) => {
        if (!this.#fires.has(id) && canHold(check, model, [index])) this.#fires.add(id);
      });
      for (const [earlier, later] of pairs) {
        const [one, other] = [rules[earlier], rules[later]];
        if (!one || !other || this.#disagree.has(other.id) || !canHold(check, model, [earlier, later])) continue;
        const looked = withAllBefore(model, looksOf(model, [earlier, later])).flatMap((index) => check.item.groups[index] ?? []);
        const picks = shortWay(check, { context, quantity }, looked, (worked) =>
          standWell(worked, looked) && [earlier, later].every((rule) => worked.settled.settlement.ruleHolds(rule)),
        );
        this.#disagree.set(other.id, { other: one.id, picks });
      }
    }
  }

  report(menu: Menu, found: FindingList): void {
    for (const { id } of menu.rules ?? []) {
      if (!this.#fires.has(id)) found.add('rule-never-fires', `rules/${id}`, { rule: id });
      const clash = this.#disagree.get(id);
      if (clash) found.add('rules-disagree', `rules/${id}`, { rule: id, other: clash.other }, clash.picks);
    }
  }
}

function looksOf(model: Model, rules: readonly number[]): number[] {
  return rules.flatMap((rule) => groupsOfFormula(model.formulas[rule] ?? false, model.atoms));
}

/** Whether rules can hold at once, for some valid answer to the groups they look at and those before them. */
function canHold(check: ItemCheck, model: Model, rules: readonly number[]): boolean {
  const looked = rules.map((rule) => [...new Set(groupsOfFormula(model.formulas[rule] ?? false, model.atoms))].sort((a, b) => a - b));
  const holding = rules.map((rule, i) => ruleFactor(model, rule, looked[i] ?? [], check.budget));
  if (holding.some(({ table }) => table.size === 0)) return false;
  const groups = withAllBefore(model, looked.flat()).flatMap((index) => {
    const group = model.groups[index];
    return group ? [groupFactor(model, group, check.budget)] : [];
  });
  return eliminate([...holding, ...groups], domainsOf(model), check.budget) !== undefined;
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
