import { type Analysis, analyzeItem } from '../analysis/analyze.ts';
import { checkMenu } from '../check/check-menu.ts';
import type { Finding } from '../check/finding.ts';
import { compileMenu } from '../compile/compile-menu.ts';
import type { Effect, Id, Item, Menu, Rule } from '../menu/document.ts';
import type { Fault } from '../menu/fault.ts';
import type { Group } from '../menu/group-schema.ts';
import { indexOffers, type OfferIndex, offersOf, ruleConcerns } from '../menu/offered.ts';
import { thingOf } from '../menu/paths.ts';
import { faultsOfMeaning } from '../menu/validate.ts';
import type { Workbook } from '../menu/workbook.ts';
import { newlyBroken, promiseFindings } from '../promises/keep.ts';
import type { Clock } from '../quote/calendar.ts';

type Span = Analysis['price'];

/** What a change does to one dish. */
export interface DishReach {
  readonly item: Id;
  /** Price range in a price list before and after; null if the dish can't be ordered or does not exist. */
  readonly spans: readonly { readonly list: Id; readonly before: Span; readonly after: Span }[];
  readonly isPricedAnew: boolean;
}

/** What a change of a menu touches. */
export interface Reach {
  readonly dishes: readonly DishReach[];
  /** New findings of line check, without hints. */
  readonly findings: readonly Finding[];
  /** The promises that it would break; they stand among the findings too. */
  readonly promises: readonly Id[];
  /** Whether any price that was charged before changes, even if no price range moves. */
  readonly changesPrices: boolean;
  /** Why the change is impossible; nothing else is computed then. */
  readonly faults: readonly Fault[];
}

/** Progress callback with steps done and needed; returning false stops the computation. */
export type ReachWatcher = (done: number, total: number) => boolean;

/** Computes what a change from one menu to another touches: dishes, prices, new findings. Undefined if stopped. */
export function reachOf(
  before: Workbook,
  after: Workbook,
  clock: Clock,
  watch: ReachWatcher = () => true,
): Reach | undefined {
  const faults = faultsOfMeaning(after);
  if (faults.length > 0) return { dishes: [], findings: [], promises: [], changesPrices: false, faults };
  const touched = touchedDishes(before, after);
  const spansBefore = new Spans(before, clock);
  const spansAfter = new Spans(after, clock);
  const dishes: DishReach[] = [];
  // Three steps per touched dish: its prices, and line check before and after.
  const needed = touched.length * 3;
  for (const [done, item] of touched.entries()) {
    const spans = after.priceLists.map(({ id: list }) => ({
      list,
      before: spansBefore.of(item, list),
      after: spansAfter.of(item, list),
    }));
    dishes.push({ item, spans, isPricedAnew: spans.some((span) => !isSameSpan(span.before, span.after)) });
    if (!watch(done + 1, needed)) return undefined;
  }
  const findings = newFindings(before, after, touched, clock, (done) => watch(touched.length + done, needed));
  if (!findings) return undefined;
  const promises = newlyBroken(before, after, clock);
  return {
    dishes,
    findings: [...promiseFindings(after, promises, clock), ...findings],
    promises: promises.map(({ id }) => id),
    changesPrices: pricesOf(before, after),
    faults,
  };
}

/** The dishes that a change touches: changed ones, and those with a changed group or rule. */
export function touchedDishes(before: Menu, after: Menu): Id[] {
  const old = touchIndex(before);
  const now = touchIndex(after);
  const isWholeMenuTouched =
    before.priceLists !== after.priceLists && JSON.stringify(before.priceLists) !== JSON.stringify(after.priceLists);
  const groups = changedIds(before.groups, after.groups);
  const rules = new Set(
    [...(before.rules ?? []), ...(after.rules ?? [])].filter((rule) =>
      changedIds(before.rules ?? [], after.rules ?? []).has(rule.id),
    ),
  );
  const ids = new Set([...after.items, ...before.items].map(({ id }) => id));
  return [...ids].filter((id) => {
    const [one, other] = [old.items.get(id), now.items.get(id)];
    if (isWholeMenuTouched || one !== other) return true;
    if (!one || !other) return false;
    if ([...rules].some((rule) => ruleActsOn(rule, one, old.offers) || ruleActsOn(rule, other, now.offers)))
      return true;
    return groups.size > 0 && (asksAny(old.offers, one, groups) || asksAny(now.offers, other, groups));
  });
}

/** Whether a rule applies to a dish and has an effect there: one that is not about groups the dish does not offer. */
function ruleActsOn(rule: Rule, item: Item, offers: OfferIndex): boolean {
  if (!ruleConcerns(rule, item)) return false;
  const offered = new Set(offersOf(offers, item).map(({ group }) => group.id));
  return rule.then.some((effect) => {
    const group = groupOf(effect);
    return group === undefined || offered.has(group);
  });
}

/** The group that an effect is about; undefined if it is about the dish. */
function groupOf(effect: Effect): Id | undefined {
  if ('show' in effect) return thingOf(effect.show).group;
  if ('hide' in effect) return thingOf(effect.hide).group;
  if ('limit' in effect) return effect.limit.group;
  if ('setChoice' in effect) return thingOf(effect.setChoice.choice).group;
  return 'route' in effect ? thingOf(effect.route.what).group : undefined;
}

interface TouchIndex {
  readonly offers: OfferIndex;
  readonly items: ReadonlyMap<Id, Item>;
}

function touchIndex(menu: Menu): TouchIndex {
  return { offers: indexOffers(menu), items: new Map(menu.items.map((item) => [item.id, item])) };
}

function changedIds<T extends { id: Id }>(before: readonly T[], after: readonly T[]): Set<Id> {
  const old = new Map(before.map((thing) => [thing.id, thing]));
  const changed = new Set(after.filter((thing) => old.get(thing.id) !== thing).map(({ id }) => id));
  const now = new Set(after.map(({ id }) => id));
  for (const { id } of before) if (!now.has(id)) changed.add(id);
  return changed;
}

function asksAny(offers: OfferIndex, item: Item, groups: ReadonlySet<Id>): boolean {
  return offersOf(offers, item).some(({ group }) => reaches(offers, group, groups));
}

function reaches(offers: OfferIndex, group: Group, goal: ReadonlySet<Id>): boolean {
  if (goal.has(group.id)) return true;
  if (group.kind !== 'choices') return false;
  return (group.choices ?? []).some((choice) =>
    (choice.opens ?? []).some((id) => {
      const opened = offers.groups.get(id);
      return opened !== undefined && reaches(offers, opened, goal);
    }),
  );
}

/** Price spans of a menu's dishes; dishes with the same groups, price and rules share one. */
class Spans {
  readonly #menu: Menu;
  readonly #clock: Clock;
  readonly #known = new Map<string, Span>();

  constructor(menu: Menu, clock: Clock) {
    this.#menu = menu;
    this.#clock = clock;
  }

  of(id: Id, list: Id): Span {
    const compiled = compileMenu(this.#menu).item(id);
    if (!compiled) return null;
    const { item, groups, rules } = compiled;
    const { price, sale, groups: attached, variants } = item;
    const shape = JSON.stringify([
      list,
      price,
      sale,
      attached,
      variants,
      groups.map((group) => group.id),
      rules.map((rule) => rule.id),
    ]);
    const known = this.#known.get(shape);
    if (known !== undefined) return known;
    const span = analyzeItem(this.#menu, id, { priceList: list }, this.#clock)?.price ?? null;
    this.#known.set(shape, span);
    return span;
  }
}

function isSameSpan(a: Span, b: Span): boolean {
  return a?.min === b?.min && a?.max === b?.max;
}

/** Line check of the touched dishes, before and after: the new findings; undefined if stopped. */
function newFindings(
  before: Menu,
  after: Menu,
  touched: readonly Id[],
  clock: Clock,
  watch: (done: number) => boolean,
): Finding[] | undefined {
  const ids = new Set(touched);
  const only = (menu: Menu): Menu => ({ ...menu, items: menu.items.filter(({ id }) => ids.has(id)) });
  const key = ({ code, where }: Finding) => `${code} ${where}`;
  let goesOn = true;
  const look = (menu: Menu, already: number) =>
    checkMenu(only(menu), {}, clock, (done) => (goesOn = goesOn && watch(already + done)));
  const known = new Set(look(before, 0).map(key));
  const found = goesOn ? look(after, touched.length) : [];
  return goesOn ? found.filter((finding) => finding.severity !== 'hint' && !known.has(key(finding))) : undefined;
}

/** Whether any answer valid in both menus is priced differently, or other units of it are included. */
function pricesOf(before: Menu, after: Menu): boolean {
  const old = new Map(before.groups.map((group) => [group.id, group]));
  return after.groups.some((group) => {
    const was = old.get(group.id);
    return (
      was !== undefined && was !== group && JSON.stringify(moneyOf(was, group)) !== JSON.stringify(moneyOf(group, was))
    );
  });
}

/** Everything in a group that affects what is paid for answers that exist in both versions. */
function moneyOf(group: Group, other: Group): unknown {
  switch (group.kind) {
    case 'choices': {
      const shared = new Set(other.kind === 'choices' ? (other.choices ?? []).map(({ id }) => id) : []);
      const { included = 0, includedFirst = 'picked', amounts = [], choices = [] } = group;
      const prices = choices
        .filter(({ id }) => shared.has(id))
        .map(({ id, price }) => [id, isFree(price) ? null : price]);
      return [
        included,
        included > 0 && includedFirst,
        amounts.map(({ id, price = 10_000 }) => [id, price]),
        prices.sort(),
      ];
    }
    case 'note':
      return [group.note?.price ?? 0, group.note?.charge ?? 'each'];
    case 'amount':
      return [group.amount?.min ?? 0, group.amount?.max ?? null, group.amount?.charge ?? 'once'];
    default:
      return null;
  }
}

function isFree(price: unknown): boolean {
  return price === undefined || JSON.stringify(price) === '{"add":0}';
}
