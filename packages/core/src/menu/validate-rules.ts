import type { Id, Item, Rule } from './document.ts';
import { attachedOffers, type Offer, offersOf, ruleConcerns } from './offered.ts';
import { decidesOver, type Deciding, decidingGroups, groupsDecided } from './rule-order.ts';
import type { Scope } from './scope.ts';

interface RuleAt extends Deciding {
  readonly at: number;
  readonly rule: Rule;
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

function decidingRules(rules: readonly Rule[]): RuleAt[] {
  return rules
    .map((rule, at) => ({ at, rule, ...decidingGroups(rule) }))
    .filter(({ from, to }) => from.length > 0 && to.length > 0);
}

function rulesInCircle(rules: readonly RuleAt[], offered: ReadonlySet<Id>): number[] {
  const after = groupsDecided(rules, (id) => offered.has(id));
  if (after.size === 0) return [];
  const closesCircle = ({ from, to }: Deciding) =>
    from.some((one) => after.has(one) && to.some((other) => offered.has(other) && decidesOver(after, other, one)));
  return rules.filter(closesCircle).map(({ at }) => at);
}
