import { priceIn } from '../money/money.ts';
import { hasThreeDecimals } from '../money/thousandths.ts';
import type { Item } from './document.ts';
import type { AmountGroup, Attachment, Choice, ChoicesGroup, Group, Use } from './group-schema.ts';
import { attachedLimits } from './offered.ts';
import type { Scope } from './scope.ts';
import { eachPrice, eachText } from './visit.ts';

/** Checks that limits, defaults, dates, quantities, languages and price lists are consistent. */
export function checkLimits(scope: Scope): void {
  const { menu } = scope;
  menu.ingredients?.forEach(({ cost }, i) => {
    if (cost) checkDecimals(scope, `/ingredients/${i}/cost/per`, cost.per);
  });
  menu.groups.forEach((group, i) => checkGroup(scope, group, `/groups/${i}`));
  menu.items.forEach((item, i) => checkItem(scope, item, `/items/${i}`));
  checkAttachments(scope, menu.orderGroups, '/orderGroups');
  menu.rules?.forEach((rule, i) =>
    rule.then.forEach((effect, j) => {
      if ('limit' in effect) checkMinMax(scope, `/rules/${i}/then/${j}/limit`, effect.limit.min, effect.limit.max);
    }),
  );
  checkTexts(scope);
  checkPrices(scope);
}

function checkMinMax(scope: Scope, path: string, min: number | undefined, max: number | null | undefined): void {
  if (min !== undefined && max !== undefined && max !== null && min > max) {
    scope.found.add(path, 'min-above-max', { min, max });
  }
}

function checkUses(scope: Scope, path: string, uses: readonly Use[] | undefined): void {
  uses?.forEach((use, i) => checkDecimals(scope, `${path}/${i}/quantity`, use.quantity));
}

function checkDecimals(scope: Scope, path: string, quantity: number): void {
  if (!hasThreeDecimals(quantity)) scope.found.add(path, 'decimals', { have: quantity });
}

function checkGroup(scope: Scope, group: Group, path: string): void {
  if (group.kind === 'date') {
    checkMinMax(scope, `${path}/date`, group.date?.earliestDays ?? 0, group.date?.latestDays);
  }
  if (group.kind === 'amount') checkAmountLimits(scope, group, path);
  if (group.kind !== 'choices') return;
  checkMinMax(scope, path, group.min, group.max);
  group.choices?.forEach((choice, i) => {
    checkUses(scope, `${path}/choices/${i}/uses`, choice.uses);
    if ((choice.default ?? 0) > maxOf(choice)) {
      const params = { default: choice.default, max: maxOf(choice) };
      scope.found.add(`${path}/choices/${i}/default`, 'default-above-max', params);
    }
  });
  const sum = sumOfDefaults(group, undefined);
  if (group.max != null && sum > group.max) scope.found.add(path, 'defaults-above-max', { sum, max: group.max });
}

function checkAmountLimits(scope: Scope, group: AmountGroup, path: string): void {
  const first = scope.menu.priceLists[0]?.id ?? '';
  const { min, max } = group.amount ?? {};
  if (max === undefined) return;
  const wrong = scope.menu.priceLists.find(({ id }) => priceIn(min ?? 0, id, first) > priceIn(max, id, first));
  if (!wrong) return;
  const params = { min: priceIn(min ?? 0, wrong.id, first), max: priceIn(max, wrong.id, first) };
  scope.found.add(`${path}/amount`, 'min-above-max', params);
}

function checkItem(scope: Scope, item: Item, path: string): void {
  checkUses(scope, `${path}/uses`, item.uses);
  if (item.sale && item.sale.until < item.sale.from) {
    scope.found.add(`${path}/sale`, 'sale-ends-before', { from: item.sale.from, until: item.sale.until });
  }
  checkAttachments(scope, item.groups, `${path}/groups`);
}

function checkAttachments(scope: Scope, attachments: readonly Attachment[] | undefined, path: string): void {
  attachments?.forEach((attachment, i) => {
    const group = scope.offers.groups.get(attachment.group);
    if (group?.kind === 'choices') checkAttachment(scope, group, attachment, `${path}/${i}`);
  });
}

function checkAttachment(scope: Scope, group: ChoicesGroup, attachment: Attachment, path: string): void {
  const { min, max } = attachedLimits(group, attachment);
  if (attachment.min !== undefined || attachment.max !== undefined) checkMinMax(scope, path, min, max);
  for (const choice of group.choices ?? []) {
    const preselected = ownCount(attachment.defaults, choice.id);
    if (preselected !== undefined && preselected > maxOf(choice)) {
      const params = { default: preselected, max: maxOf(choice) };
      scope.found.add(`${path}/defaults/${choice.id}`, 'default-above-max', params);
    }
  }
  if (attachment.max === undefined && !attachment.defaults) return;
  const sum = sumOfDefaults(group, attachment);
  if (max !== null && sum > max)
    scope.found.add(attachment.defaults ? `${path}/defaults` : path, 'defaults-above-max', { sum, max });
}

function maxOf(choice: Choice): number {
  return choice.max ?? 1;
}

function ownCount(counts: Record<string, number> | undefined, id: string): number | undefined {
  return counts && Object.hasOwn(counts, id) ? counts[id] : undefined;
}

function sumOfDefaults(group: ChoicesGroup, attachment: Attachment | undefined): number {
  return (group.choices ?? [])
    .filter((choice) => !attachment?.only || attachment.only.includes(choice.id))
    .map((choice) => (attachment?.defaults ? ownCount(attachment.defaults, choice.id) : choice.default) ?? 0)
    .reduce((sum, count) => sum + count, 0);
}

function checkTexts(scope: Scope): void {
  const [first] = scope.menu.locales;
  if (first === undefined) return;
  eachText(scope.menu, (path, text) => {
    if (typeof text === 'string') return;
    if (!Object.hasOwn(text, first)) scope.found.add(path, 'no-first-language', { language: first });
    for (const language of Object.keys(text)) {
      if (!scope.menu.locales.includes(language)) scope.found.add(path, 'unknown-language', { language });
    }
  });
}

function checkPrices(scope: Scope): void {
  const first = scope.menu.priceLists[0]?.id;
  const lists = scope.ids.get('priceLists');
  if (first === undefined) return;
  eachPrice(scope.menu, (path, price) => {
    if (typeof price === 'number') return;
    if (!Object.hasOwn(price, first)) scope.found.add(path, 'no-first-price-list', { list: first });
    for (const id of Object.keys(price)) {
      if (!lists?.has(id) && !scope.unjudged('priceLists', id)) {
        scope.found.add(`${path}/${id}`, 'unknown-reference', { kind: 'priceLists', id });
      }
    }
  });
}
