import type { Price } from '../money/money.ts';
import type { Item, Menu, Text } from './document.ts';
import { joinPointer } from './fault.ts';
import type { Attachment, Choice, Group } from './group-schema.ts';

type Visit<T> = (path: string, value: T) => void;

/** Visits every text a guest may read, with its path. */
export function eachText(menu: Menu, visit: Visit<Text>): void {
  const see = (path: string, ...texts: [string, Text | undefined][]) => {
    for (const [field, text] of texts) if (text !== undefined) visit(joinPointer(path, field), text);
  };
  menu.sections.forEach((it, i) => see(`/sections/${i}`, ['name', it.name], ['description', it.description]));
  menu.groups.forEach((group, i) => eachTextOfGroup(group, `/groups/${i}`, visit));
  menu.items.forEach((item, i) => {
    see(`/items/${i}`, ['name', item.name], ['description', item.description]);
    item.groups?.forEach((at, j) => see(`/items/${i}/groups/${j}`, ['heading', at.heading]));
  });
  menu.orderGroups?.forEach((at, i) => see(`/orderGroups/${i}`, ['heading', at.heading]));
  menu.rules?.forEach((rule, i) =>
    rule.then.forEach((effect, j) => 'tell' in effect && see(`/rules/${i}/then/${j}`, ['tell', effect.tell])),
  );
}

/** Visits every text of one group, with its path below `path`. */
function eachTextOfGroup(group: Group, path: string, visit: Visit<Text>): void {
  visit(`${path}/prompt`, group.prompt);
  if (group.help !== undefined) visit(`${path}/help`, group.help);
  if (group.kind === 'note' && group.note?.placeholder !== undefined) {
    visit(`${path}/note/placeholder`, group.note.placeholder);
  }
  if (group.kind !== 'choices') return;
  group.amounts?.forEach((amount, i) => visit(`${path}/amounts/${i}/name`, amount.name));
  group.choices?.forEach((choice, i) => visit(`${path}/choices/${i}/name`, choice.name));
}

/** Visits every price of the document, with its path. */
export function eachPrice(menu: Menu, visit: Visit<Price>): void {
  menu.groups.forEach((group, i) => eachPriceOfGroup(group, `/groups/${i}`, visit));
  menu.items.forEach((item, i) => eachPriceOfItem(item, `/items/${i}`, visit));
  menu.orderGroups?.forEach((at, i) => eachPriceOfAttachment(at, `/orderGroups/${i}`, visit));
  menu.rules?.forEach((rule, i) =>
    rule.then.forEach((effect, j) => {
      const path = `/rules/${i}/then/${j}`;
      if ('setBase' in effect) visit(`${path}/setBase`, effect.setBase);
      if ('addToPrice' in effect) visit(`${path}/addToPrice`, effect.addToPrice);
      if ('setChoice' in effect) visit(`${path}/setChoice/add`, effect.setChoice.add);
    }),
  );
}

function eachPriceOfItem(item: Item, path: string, visit: Visit<Price>): void {
  visit(`${path}/price`, item.price);
  if (item.sale) visit(`${path}/sale/price`, item.sale.price);
  item.quantityPrices?.forEach((it, i) => visit(`${path}/quantityPrices/${i}/price`, it.price));
  item.groups?.forEach((at, i) => eachPriceOfAttachment(at, `${path}/groups/${i}`, visit));
  item.variants?.cells.forEach((cell, i) => {
    if (cell.price !== undefined) visit(`${path}/variants/cells/${i}/price`, cell.price);
  });
}

function eachPriceOfAttachment(attachment: Attachment, path: string, visit: Visit<Price>): void {
  for (const [choice, price] of Object.entries(attachment.prices ?? {}))
    visit(joinPointer(path, 'prices', choice), price);
}

function eachPriceOfGroup(group: Group, path: string, visit: Visit<Price>): void {
  if (group.kind === 'note' && group.note?.price !== undefined) visit(`${path}/note/price`, group.note.price);
  if (group.kind === 'amount') {
    if (group.amount?.min !== undefined) visit(`${path}/amount/min`, group.amount.min);
    if (group.amount?.max !== undefined) visit(`${path}/amount/max`, group.amount.max);
    group.amount?.suggested?.forEach((price, i) => visit(`${path}/amount/suggested/${i}`, price));
  }
  if (group.kind !== 'choices') return;
  group.choices?.forEach((choice, i) => eachPriceOfChoice(choice, `${path}/choices/${i}/price`, visit));
}

/** Visits every price of one choice; only those under `add` may be negative. */
export function eachPriceOfChoice(choice: Choice, path: string, visit: Visit<Price>): void {
  const price = choice.price;
  if (!price) return;
  if ('base' in price) visit(`${path}/base`, price.base);
  if (!('add' in price)) return;
  visit(`${path}/add`, price.add);
  for (const [id, by] of Object.entries(price.by?.prices ?? {})) visit(joinPointer(path, 'by', 'prices', id), by);
  price.tiers?.forEach((tier, i) => visit(`${path}/tiers/${i}/add`, tier.add));
}
