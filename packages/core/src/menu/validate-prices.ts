import type { Price } from '../money/money.ts';
import type { Id } from './document.ts';
import type { Attachment, ChoicesGroup } from './group-schema.ts';
import { thingOf } from './paths.ts';
import type { Scope } from './scope.ts';
import { eachPriceOfChoice } from './visit.ts';

/**
 * Checks for prices without a clear meaning: a choice that replaces or multiplies the base where several units, an
 * opening or included units are possible, and included units where a unit may have a negative price.
 */
export function checkChoicePrices(scope: Scope): void {
  const included = placesWithIncluded(scope);
  const opened = new Set(
    scope.menu.groups.flatMap((group) =>
      group.kind === 'choices' ? (group.choices ?? []).flatMap((choice) => choice.opens ?? []) : [],
    ),
  );
  scope.menu.groups.forEach((group, i) => {
    if (group.kind !== 'choices') return;
    const places = included.get(group.id) ?? [];
    checkBases(scope, group, `/groups/${i}`, opened.has(group.id), places);
    if (places.length > 0) checkDiscounts(scope, group, `/groups/${i}`, places);
  });
  checkOrderGroups(scope);
}

type PlacesByGroup = Map<Id, string[]>;

/** Where units of each group are included: by the group itself, an attachment, or a rule. */
function placesWithIncluded(scope: Scope): PlacesByGroup {
  const places: PlacesByGroup = new Map();
  const add = (group: Id, path: string) => places.set(group, [...(places.get(group) ?? []), path]);
  scope.menu.groups.forEach((group, i) => {
    if (group.kind === 'choices' && (group.included ?? 0) > 0) add(group.id, `/groups/${i}`);
  });
  eachAttachment(scope, (path, at) => (at.included ?? 0) > 0 && add(at.group, path));
  scope.menu.rules?.forEach((rule, i) =>
    rule.then.forEach((effect, j) => {
      if ('limit' in effect && (effect.limit.included ?? 0) > 0) add(effect.limit.group, `/rules/${i}/then/${j}`);
    }),
  );
  return places;
}

function eachAttachment(scope: Scope, visit: (path: string, attachment: Attachment) => unknown): void {
  scope.menu.items.forEach((item, i) => item.groups?.forEach((at, j) => visit(`/items/${i}/groups/${j}`, at)));
  scope.menu.orderGroups?.forEach((at, i) => visit(`/orderGroups/${i}`, at));
}

function checkBases(scope: Scope, group: ChoicesGroup, path: string, isOpened: boolean, places: string[]): void {
  group.choices?.forEach((choice, i) => {
    if (!choice.price || !('base' in choice.price || 'times' in choice.price)) return;
    const at = `${path}/choices/${i}`;
    const params = { group: group.id, choice: choice.id };
    if ((choice.max ?? 1) > 1) scope.found.add(`${at}/max`, 'base-many', params);
    if (isOpened) scope.found.add(at, 'base-opened', params);
    for (const place of places) {
      scope.found.add(place === path ? at : place, 'base-included', params);
    }
  });
}

function checkDiscounts(scope: Scope, group: ChoicesGroup, path: string, places: string[]): void {
  const discounts = placesWithDiscount(scope, group, path);
  const [first] = discounts;
  if (first === undefined) return;
  const blamed = new Set([...discounts, ...places.filter((place) => place !== path)]);
  for (const place of blamed) scope.found.add(place, 'discount-included', { group: group.id });
}

/** Where a unit of the group may have a negative price. */
function placesWithDiscount(scope: Scope, group: ChoicesGroup, path: string): string[] {
  const places: string[] = [];
  const look = (at: string, price: Price) => {
    if (lowest(price) < 0) places.push(at);
  };
  group.choices?.forEach((choice, i) => {
    const at = `${path}/choices/${i}/price`;
    if (choice.price && 'percent' in choice.price && choice.price.percent < 0) places.push(`${at}/percent`);
    eachPriceOfChoice(choice, at, look);
  });
  eachAttachment(scope, (at, attachment) => {
    if (attachment.group !== group.id) return;
    for (const [id, price] of Object.entries(attachment.prices ?? {})) look(`${at}/prices/${id}`, price);
  });
  scope.menu.rules?.forEach((rule, i) =>
    rule.then.forEach((effect, j) => {
      if (!('setChoice' in effect) || thingOf(effect.setChoice.choice).group !== group.id) return;
      look(`/rules/${i}/then/${j}/setChoice/add`, effect.setChoice.add);
    }),
  );
  return places;
}

function lowest(price: Price): number {
  return typeof price === 'number' ? price : Math.min(...Object.values(price));
}

function checkOrderGroups(scope: Scope): void {
  scope.menu.orderGroups?.forEach((attachment, i) => {
    const group = scope.offers.groups.get(attachment.group);
    const wrong = (group?.kind === 'choices' ? (group.choices ?? []) : []).find(
      ({ price }) => price && ('base' in price || 'times' in price),
    );
    if (wrong) scope.found.add(`/orderGroups/${i}`, 'base-in-order', { group: attachment.group, choice: wrong.id });
  });
}
