import type { Choice, ChoicesGroup } from '../menu/group-schema.ts';
import type { Item, Menu } from '../menu/document.ts';
import { parsePointer } from '../menu/fault.ts';
import { attachedLimits, indexOffers, offersOf } from '../menu/offered.ts';
import { isUntranslated, textIn } from '../menu/text.ts';
import { eachPriceOfChoice, eachText } from '../menu/visit.ts';
import type { Price } from '../money/money.ts';
import type { FindingList } from './finding.ts';
import { textWidth } from './text-width.ts';

/** Findings that need no answers, only the document. */
export function checkDocument(menu: Menu, found: FindingList): void {
  checkTranslations(menu, found);
  checkUnused(menu, found);
  for (const group of menu.groups) if (group.kind === 'choices') checkChoices(menu, group, found);
  for (const item of menu.items) checkItem(menu, item, found);
  checkTickets(menu, found);
}

function checkTranslations(menu: Menu, found: FindingList): void {
  if (menu.locales.length < 2) return;
  eachText(menu, (path, text) => {
    const missing = menu.locales.slice(1).filter((locale) => isUntranslated(text, locale));
    if (missing.length > 0) found.add('missing-translation', placeOf(menu, path), { languages: missing });
  });
}

/** The place of a text, by ids, from its path in the document. */
function placeOf(menu: Menu, path: string): string {
  const [kind = '', index, list, inner] = parsePointer(path);
  if (kind === 'orderGroups') return `groups/${menu.orderGroups?.[Number(index)]?.group ?? ''}`;
  const thing = (menu as unknown as Record<string, Record<string, never>[]>)[kind]?.[Number(index)] as
    Record<string, unknown> | undefined;
  const own = `${kind}/${String(thing?.['id'])}`;
  const within = (name: string) => (thing?.[name] as Record<string, unknown>[] | undefined)?.[Number(inner)];
  if (list === 'choices') return `${own}/choices/${String(within('choices')?.['id'])}`;
  return kind === 'items' && list === 'groups' ? `${own}/groups/${String(within('groups')?.['group'])}` : own;
}

function checkUnused(menu: Menu, found: FindingList): void {
  const used = new Set(menu.items.flatMap((item) => offersOf(indexed(menu), item).map(({ group }) => group.id)));
  menu.orderGroups?.forEach(({ group }) => used.add(group));
  const choices = menu.groups.flatMap((group) => (group.kind === 'choices' ? (group.choices ?? []) : []));
  for (const { opens } of choices) opens?.forEach((id) => used.add(id));
  for (const { id } of menu.groups) if (!used.has(id)) found.add('unused-group', `groups/${id}`);
  const eaten = new Set(
    [...menu.items, ...choices].flatMap(({ uses }) => (uses ?? []).map(({ ingredient }) => ingredient)),
  );
  for (const { id } of menu.ingredients ?? []) if (!eaten.has(id)) found.add('unused-ingredient', `ingredients/${id}`);
}

function checkChoices(menu: Menu, group: ChoicesGroup, found: FindingList): void {
  const { max = null, included = 0, choices = [] } = group;
  const names = new Map<string, string>();
  for (const choice of choices) {
    const name = kitchenName(menu, choice);
    const other = names.get(name);
    if (other !== undefined)
      found.add('same-kitchen-name', `groups/${group.id}`, { name, choices: [other, choice.id] });
    names.set(name, choice.id);
    const isOnce = choice.price !== undefined && 'charge' in choice.price && choice.price.charge === 'once';
    const isFood =
      (choice.calories ?? 0) > 0 ||
      (choice.uses?.length ?? 0) > 0 ||
      choice.station !== undefined ||
      choice.item !== undefined;
    if (isOnce && isFood) found.add('once-with-food', `groups/${group.id}/choices/${choice.id}`);
  }
  if (included > 0 && isNeverUsed(menu, group, included, max))
    found.add('included-never-used', `groups/${group.id}`, { included });
}

function isNeverUsed(
  menu: Menu,
  group: ChoicesGroup,
  included: number,
  max: number | null,
  only?: readonly string[],
): boolean {
  const choices = (group.choices ?? []).filter(({ id }) => only?.includes(id) ?? true);
  const most = Math.min(
    max ?? Infinity,
    choices.reduce((sum, choice) => sum + (choice.max ?? 1), 0),
  );
  return included > most || !costsAnything(menu, group);
}

function costsAnything(menu: Menu, group: ChoicesGroup): boolean {
  const prices: Price[] = [];
  for (const choice of group.choices ?? []) {
    if (choice.price && 'percent' in choice.price) prices.push(choice.price.percent);
    eachPriceOfChoice(choice, '', (_, price) => prices.push(price));
  }
  for (const { groups } of menu.items) {
    for (const at of groups ?? []) if (at.group === group.id) prices.push(...Object.values(at.prices ?? {}));
  }
  for (const effect of (menu.rules ?? []).flatMap((rule) => rule.then)) {
    if ('setChoice' in effect && effect.setChoice.choice.startsWith(`${group.id}/`)) prices.push(effect.setChoice.add);
  }
  return prices.some((price) => (typeof price === 'number' ? price : Math.max(...Object.values(price))) > 0);
}

function checkItem(menu: Menu, item: Item, found: FindingList): void {
  const where = `items/${item.id}`;
  if ((item.sections ?? []).length === 0) found.add('no-section', where);
  const offers = offersOf(indexed(menu), item);
  const hasBase = offers.some(
    ({ group, attachment }) =>
      group.kind === 'choices' &&
      (group.choices ?? []).some(
        ({ id, price }) => price && 'base' in price && (attachment.only?.includes(id) ?? true),
      ),
  );
  const hasCellPrice = item.variants?.cells.some(({ price }) => price !== undefined) ?? false;
  const hasOffer = item.sale !== undefined || (item.quantityPrices ?? []).length > 0;
  if (hasOffer && (hasBase || hasCellPrice)) found.add('sale-hidden', where);
  for (const { group, attachment } of offers) {
    const isOwn = attachment.included !== undefined || attachment.max !== undefined || attachment.only !== undefined;
    if (group.kind !== 'choices' || !isOwn) continue;
    const { max, included } = attachedLimits(group, attachment);
    if (included > 0 && isNeverUsed(menu, group, included, max, attachment.only))
      found.add('included-never-used', `${where}/groups/${group.id}`, { included });
  }
}

const indexes = new WeakMap<Menu, ReturnType<typeof indexOffers>>();
function indexed(menu: Menu) {
  const known = indexes.get(menu) ?? indexOffers(menu);
  indexes.set(menu, known);
  return known;
}

function kitchenName(menu: Menu, { kitchenName: own, name }: Pick<Choice | Item, 'kitchenName' | 'name'>): string {
  const [first = ''] = menu.locales;
  return own ?? textIn(name, first, first);
}

/** Checks every name against the narrowest station that prints it. */
function checkTickets(menu: Menu, found: FindingList): void {
  const columns = new Map(menu.stations.map((station) => [station.id, station.columns]));
  const expos = menu.stations.filter(({ expo }) => expo).map(({ id }) => id);
  const sectionStations = new Map(menu.sections.map(({ id, station }) => [id, station]));
  const look = (name: string, stations: readonly (string | undefined)[], where: string) => {
    const widths = [...stations, ...expos].flatMap((id) => (id === undefined ? [] : (columns.get(id) ?? [])));
    const narrowest = Math.min(...widths);
    if (textWidth(name) > narrowest)
      found.add('long-for-ticket', where, { name, width: textWidth(name), columns: narrowest });
  };
  const readers = new Map<string, Set<string | undefined>>();
  for (const item of menu.items) {
    const ofSections = (item.sections ?? []).map((id) => sectionStations.get(id)).find((id) => id !== undefined);
    const home = item.station ?? ofSections ?? menu.stations[0]?.id;
    look(kitchenName(menu, item), [home], `items/${item.id}`);
    for (const { group } of offersOf(indexed(menu), item)) collectReaders(menu, group.id, home, readers);
  }
  for (const group of menu.groups) {
    if (group.kind !== 'choices') continue;
    for (const choice of group.choices ?? []) {
      look(
        kitchenName(menu, choice),
        [...(readers.get(group.id) ?? []), choice.station],
        `groups/${group.id}/choices/${choice.id}`,
      );
    }
  }
}

function collectReaders(
  menu: Menu,
  id: string,
  home: string | undefined,
  readers: Map<string, Set<string | undefined>>,
): void {
  const own = readers.get(id) ?? new Set();
  if (own.has(home)) return;
  readers.set(id, own.add(home));
  const group = indexed(menu).groups.get(id);
  if (group?.kind !== 'choices') return;
  for (const opened of (group.choices ?? []).flatMap((choice) => choice.opens ?? []))
    collectReaders(menu, opened, home, readers);
}
