import type { Effect, Id, Item, Menu } from '../menu/document.ts';
import { attachedOffers, indexOffers, type Offer, offersOf, ruleConcerns } from '../menu/offered.ts';
import { textIn } from '../menu/text.ts';
import { toThousandths } from '../money/thousandths.ts';
import { compileCondition } from './compile-condition.ts';
import { compileGroups, type GroupCompiler } from './compile-groups.ts';
import {
  combinationKey,
  type CompiledItem,
  type CompiledMenu,
  type CompiledRule,
  type UsedIngredient,
  type VariantTable,
} from './compiled.ts';

const compiledMenus = new WeakMap<Menu, CompiledMenu>();

/** The compiled form of a valid menu, created on first use and memoized for the lifetime of the document. */
export function compileMenu(menu: Menu): CompiledMenu {
  const known = compiledMenus.get(menu);
  if (known) return known;
  const compiled = newCompiledMenu(menu);
  compiledMenus.set(menu, compiled);
  return compiled;
}

function newCompiledMenu(menu: Menu): CompiledMenu {
  const offers = indexOffers(menu);
  const items = new Map(menu.items.map((item) => [item.id, item]));
  const compiler = newGroupCompiler(menu, items, offers.groups);
  const compiledItems = new Map<Id, CompiledItem>();
  const compileItem = (item: Item, own: readonly Offer[], concerned: Item | undefined) =>
    newCompiledItem(compiler, item, own, concerned);
  let order: CompiledItem | undefined;
  return {
    menu,
    firstLocale: compiler.firstLocale,
    firstList: menu.priceLists[0]?.id ?? '',
    priceLists: new Map(menu.priceLists.map(({ id }, index) => [id, index])),
    locations: new Map((menu.locations ?? []).map((it) => [it.id, it])),
    dayparts: new Map((menu.dayparts ?? []).map((it) => [it.id, it])),
    costs: new Map((menu.ingredients ?? []).flatMap(({ id, cost }) => (cost ? [[id, cost]] : []))),
    stations: menu.stations,
    stationIndex: compiler.stationIndex,
    item: (id) => {
      const known = compiledItems.get(id);
      const item = items.get(id);
      if (known || !item) return known;
      const compiled = compileItem(item, offersOf(offers, item), item);
      compiledItems.set(id, compiled);
      return compiled;
    },
    get order() {
      order ??= compileItem(ORDER_ITEM, attachedOffers(offers, menu.orderGroups ?? []), undefined);
      return order;
    },
  };
}

const ORDER_ITEM: Item = { id: '', name: '', price: 0 };

function newGroupCompiler(menu: Menu, items: ReadonlyMap<Id, Item>, groups: GroupCompiler['groups']): GroupCompiler {
  const allergensOf = new Map((menu.ingredients ?? []).map((it) => [it.id, it.allergens ?? []]));
  return {
    menu,
    items,
    groups,
    firstLocale: menu.locales[0] ?? '',
    stationIndex: new Map(menu.stations.map(({ id }, index) => [id, index])),
    allergensOf: (uses) => uses.flatMap(({ ingredient }) => allergensOf.get(ingredient) ?? []),
    usesOf: (uses) =>
      (uses ?? []).map((use) => ({ ingredient: use.ingredient, thousandths: toThousandths(use.quantity) })),
  };
}

function newCompiledItem(
  compiler: GroupCompiler,
  item: Item,
  offers: readonly Offer[],
  concerned: Item | undefined,
): CompiledItem {
  const groupIndex = new Map(offers.map(({ group }, index) => [group.id, index]));
  const documentRules = (compiler.menu.rules ?? []).filter((rule) => ruleConcerns(rule, concerned));
  const groups = compileGroups(compiler, offers, item, documentRules, groupIndex);
  const choiceOf = (group: Id, choice: Id): [number, number] | undefined => {
    const at = groupIndex.get(group);
    const index = at === undefined ? undefined : groups[at]?.choiceIndex.get(choice);
    return at === undefined || index === undefined ? undefined : [at, index];
  };
  const rules = documentRules.map((rule): CompiledRule => {
    const then = concerned ? rule.then : rule.then.filter(reachesOrders);
    return {
      id: rule.id,
      when: compileCondition(rule.when, (id) => groupIndex.get(id), choiceOf),
      then,
      codes: then.flatMap((effect) => ('appendCode' in effect ? [effect.appendCode] : [])),
      tells: then.flatMap((effect) =>
        'tell' in effect ? [textIn(effect.tell, compiler.firstLocale, compiler.firstLocale)] : [],
      ),
    };
  });
  const uses: readonly UsedIngredient[] = compiler.usesOf(item.uses);
  const allergens = [...(item.allergens ?? []), ...compiler.allergensOf(uses)];
  const home = homeOf(compiler, item);
  const ticketName = item.kitchenName ?? textIn(item.name, compiler.firstLocale, compiler.firstLocale);
  return {
    item,
    groups,
    groupIndex,
    rules,
    onBase: placesWhere(rules, ({ then }) =>
      then.some((effect) => 'setBase' in effect || 'basePercent' in effect || 'addToPrice' in effect),
    ),
    outspoken: placesWhere(rules, ({ codes, tells }) => codes.length + tells.length > 0),
    cells: tableOf(item, groupIndex),
    home,
    homes: new Set(concerned ? [home] : []),
    ticketName,
    uses,
    allergens,
  };
}

function placesWhere<T>(list: readonly T[], holds: (one: T) => boolean): number[] {
  return list.flatMap((one, at) => (holds(one) ? [at] : []));
}

/** Whether an effect applies to the order's own questions. */
function reachesOrders(effect: Effect): boolean {
  return 'show' in effect || 'hide' in effect || 'limit' in effect || 'setChoice' in effect || 'route' in effect;
}

function tableOf(item: Item, groupIndex: ReadonlyMap<Id, number>): VariantTable | undefined {
  const table = item.variants;
  if (!table) return undefined;
  return {
    by: table.by.map((id) => groupIndex.get(id) ?? -1),
    hasPrices: table.cells.some((cell) => cell.price !== undefined),
    cells: new Map(table.cells.map((cell) => [combinationKey(table.by.map((id) => cell.pick[id] ?? '')), cell])),
  };
}

/** The item's station, else the first station among its sections, else the first station of the menu. */
function homeOf({ menu, stationIndex }: GroupCompiler, item: Item): number {
  const sections = (item.sections ?? []).map((id) => menu.sections.find((section) => section.id === id)?.station);
  const station = item.station ?? sections.find((id) => id !== undefined);
  return (station === undefined ? undefined : stationIndex.get(station)) ?? 0;
}
