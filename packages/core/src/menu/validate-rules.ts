import type { Id, Item, Rule } from './document.ts';
import { attachedOffers, type Offer, offersOf, ruleConcerns } from './offered.ts';
import { groupDecidedBy, groupsOfCondition } from './paths.ts';
import type { Scope } from './scope.ts';

interface Deciding {
  readonly at: number;
  readonly rule: Rule;
  readonly from: readonly Id[];
  readonly to: readonly Id[];
}

/**
 * Checks that rules have no cycles: the groups in a condition come before the groups that its show, hide and limit
 * effects change. Checked per item, over the rules that apply to it and the groups it offers.
 */
export function checkRuleOrder(scope: Scope): void {
  const deciding = decidingRules(scope.menu.rules ?? []);
  if (deciding.length === 0) return;
  const guilty = new Map<number, string>();
  const judge = (item: Item | undefined, offers: readonly Offer[]) => {
    const offered = new Set(offers.map((offer) => offer.group.id));
    const concerned = deciding.filter(({ rule }) => ruleConcerns(rule, item));
    for (const at of rulesInCircle(concerned, offered)) if (!guilty.has(at)) guilty.set(at, item?.id ?? '');
  };
  for (const item of scope.menu.items) judge(item, offersOf(scope.offers, item));
  judge(undefined, attachedOffers(scope.offers, scope.menu.orderGroups ?? []));
  for (const [at, item] of guilty) scope.found.add(`/rules/${at}`, 'rules-circle', { item });
}

function decidingRules(rules: readonly Rule[]): Deciding[] {
  return rules
    .map((rule, at) => ({
      at,
      rule,
      from: groupsOfCondition(rule.when),
      to: rule.then.flatMap((effect) => groupDecidedBy(effect) ?? []),
    }))
    .filter(({ from, to }) => from.length > 0 && to.length > 0);
}

function rulesInCircle(rules: readonly Deciding[], offered: ReadonlySet<Id>): number[] {
  const after = new Map<Id, Set<Id>>();
  for (const { from, to } of rules) {
    for (const one of from) {
      if (!offered.has(one)) continue;
      const decided = after.get(one) ?? new Set();
      to.filter((id) => offered.has(id)).forEach((id) => decided.add(id));
      after.set(one, decided);
    }
  }
  if (after.size === 0) return [];
  const closesCircle = ({ from, to }: Deciding) =>
    from.some((one) => after.has(one) && to.some((other) => offered.has(other) && reaches(after, other, one)));
  return rules.filter(closesCircle).map(({ at }) => at);
}

function reaches(after: ReadonlyMap<Id, ReadonlySet<Id>>, from: Id, goal: Id): boolean {
  const seen = new Set<Id>();
  const ahead = [from];
  for (let next = ahead.pop(); next !== undefined; next = ahead.pop()) {
    if (next === goal) return true;
    if (seen.has(next)) continue;
    seen.add(next);
    ahead.push(...(after.get(next) ?? []));
  }
  return false;
}
