import type { Condition } from './condition-schema.ts';
import type { Effect, Item, Rule } from './document.ts';
import { joinPointer } from './fault.ts';
import type { Attachment, Choice, Group, Use } from './group-schema.ts';
import { thingOf } from './paths.ts';
import { type Kind, KINDS, refer, referToChoice, type Scope } from './scope.ts';

/** Checks that ids are unique within their kind and that every reference leads somewhere. */
export function checkReferences(scope: Scope): void {
  const { menu } = scope;
  for (const kind of KINDS) checkIdsOnce(scope, `/${kind}`, menu[kind] ?? []);
  menu.locations?.forEach((it, i) => refer(scope, `/locations/${i}/priceList`, 'priceLists', it.priceList));
  menu.stations.forEach((it, i) => refer(scope, `/stations/${i}/backup`, 'stations', it.backup));
  menu.sections.forEach((it, i) => refer(scope, `/sections/${i}/station`, 'stations', it.station));
  menu.groups.forEach((group, i) => checkGroup(scope, group, `/groups/${i}`));
  menu.items.forEach((item, i) => checkItem(scope, item, `/items/${i}`));
  menu.rules?.forEach((rule, i) => checkRule(scope, rule, `/rules/${i}`));
  checkAttachments(scope, menu.orderGroups, '/orderGroups');
}

function checkIdsOnce(scope: Scope, path: string, things: readonly { id: string }[]): void {
  const seen = new Set<string>();
  things.forEach(({ id }, i) => {
    if (seen.has(id)) scope.found.add(`${path}/${i}/id`, 'id-twice', { id });
    seen.add(id);
  });
}

function referAll(scope: Scope, path: string, kind: Kind, ids: readonly string[] | undefined): void {
  ids?.forEach((id, i) => refer(scope, `${path}/${i}`, kind, id));
}

function checkUses(scope: Scope, path: string, uses: readonly Use[] | undefined): void {
  uses?.forEach((use, i) => refer(scope, `${path}/${i}/ingredient`, 'ingredients', use.ingredient));
}

function checkGroup(scope: Scope, group: Group, path: string): void {
  referAll(scope, `${path}/attachTo/sections`, 'sections', group.attachTo?.sections);
  referAll(scope, `${path}/attachTo/except`, 'items', group.attachTo?.except);
  if (group.kind === 'note') referAll(scope, `${path}/note/stations`, 'stations', group.note?.stations);
  if (group.kind !== 'choices') return;
  checkIdsOnce(scope, `${path}/amounts`, group.amounts ?? []);
  checkIdsOnce(scope, `${path}/choices`, group.choices ?? []);
  group.choices?.forEach((choice, i) => checkChoice(scope, choice, `${path}/choices/${i}`));
}

function checkChoice(scope: Scope, choice: Choice, path: string): void {
  refer(scope, `${path}/station`, 'stations', choice.station);
  refer(scope, `${path}/item`, 'items', choice.item);
  referAll(scope, `${path}/opens`, 'groups', choice.opens);
  checkUses(scope, `${path}/uses`, choice.uses);
  choice.opens?.forEach((id, i) => {
    if (choice.opens?.indexOf(id) !== i) scope.found.add(`${path}/opens/${i}`, 'opened-twice', { id });
  });
  if (!choice.price || !('add' in choice.price) || !choice.price.by) return;
  const by = choice.price.by;
  refer(scope, `${path}/price/by/group`, 'groups', by.group);
  if (!scope.offers.groups.has(by.group)) return;
  for (const id of Object.keys(by.prices)) {
    referToChoice(scope, joinPointer(path, 'price', 'by', 'prices', id), by.group, id);
  }
}

function checkItem(scope: Scope, item: Item, path: string): void {
  referAll(scope, `${path}/sections`, 'sections', item.sections);
  referAll(scope, `${path}/dayparts`, 'dayparts', item.dayparts);
  referAll(scope, `${path}/locations`, 'locations', item.locations);
  refer(scope, `${path}/station`, 'stations', item.station);
  checkUses(scope, `${path}/uses`, item.uses);
  checkAttachments(scope, item.groups, `${path}/groups`);
}

function checkAttachments(scope: Scope, attachments: readonly Attachment[] | undefined, path: string): void {
  const seen = new Set<string>();
  attachments?.forEach((attachment, i) => {
    const at = `${path}/${i}`;
    if (seen.has(attachment.group)) scope.found.add(`${at}/group`, 'attached-twice', { id: attachment.group });
    seen.add(attachment.group);
    checkAttachment(scope, attachment, at);
  });
}

function checkAttachment(scope: Scope, attachment: Attachment, path: string): void {
  const { group } = attachment;
  refer(scope, `${path}/group`, 'groups', group);
  refer(scope, `${path}/priceList`, 'priceLists', attachment.priceList);
  if (!scope.offers.groups.has(group)) return;
  attachment.only?.forEach((id, i) => referToChoice(scope, `${path}/only/${i}`, group, id));
  for (const field of ['defaults', 'prices'] as const) {
    for (const id of Object.keys(attachment[field] ?? {}))
      referToChoice(scope, joinPointer(path, field, id), group, id);
  }
}

function checkRule(scope: Scope, rule: Rule, path: string): void {
  referAll(scope, `${path}/items`, 'items', rule.items);
  referAll(scope, `${path}/sections`, 'sections', rule.sections);
  checkCondition(scope, rule.when, `${path}/when`);
  rule.then.forEach((effect, i) => checkEffect(scope, effect, `${path}/then/${i}`));
}

function referToThing(scope: Scope, path: string, thing: string): void {
  const { group, choice } = thingOf(thing);
  if (choice === undefined) refer(scope, path, 'groups', group);
  else referToChoice(scope, path, group, choice);
}

function checkCondition(scope: Scope, condition: Condition, path: string): void {
  if ('all' in condition) condition.all.forEach((it, i) => checkCondition(scope, it, `${path}/all/${i}`));
  else if ('any' in condition) condition.any.forEach((it, i) => checkCondition(scope, it, `${path}/any/${i}`));
  else if ('not' in condition) checkCondition(scope, condition.not, `${path}/not`);
  else if ('picked' in condition) referToThing(scope, `${path}/picked`, condition.picked);
  else if ('units' in condition) referToThing(scope, `${path}/units/of`, condition.units.of);
  else if ('location' in condition) refer(scope, `${path}/location`, 'locations', condition.location);
  else if ('daypart' in condition) refer(scope, `${path}/daypart`, 'dayparts', condition.daypart);
  else if ('priceList' in condition) refer(scope, `${path}/priceList`, 'priceLists', condition.priceList);
  else if ('guest' in condition) refer(scope, `${path}/guest`, 'guests', condition.guest);
}

function checkEffect(scope: Scope, effect: Effect, path: string): void {
  if ('show' in effect) referToThing(scope, `${path}/show`, effect.show);
  else if ('hide' in effect) referToThing(scope, `${path}/hide`, effect.hide);
  else if ('limit' in effect) refer(scope, `${path}/limit/group`, 'groups', effect.limit.group);
  else if ('setChoice' in effect) referToThing(scope, `${path}/setChoice/choice`, effect.setChoice.choice);
  else if ('route' in effect) {
    referToThing(scope, `${path}/route/what`, effect.route.what);
    refer(scope, `${path}/route/station`, 'stations', effect.route.station);
  }
}
