import equal from 'fast-deep-equal';
import { type Edit, listOf, thingFinder } from '../change/edit.ts';
import { newId } from '../exchange/typed-list.ts';
import { plainText } from '../search/find-by-name.ts';
import type { Id, Menu, Text } from '../menu/document.ts';
import type { Group } from '../menu/group-schema.ts';
import { putAt } from '../menu/put-at.ts';
import { type Kind, KINDS } from '../menu/scope.ts';
import { textIn } from '../menu/text.ts';
import { eachPrice, eachText } from '../menu/visit.ts';
import type { Price } from '../money/money.ts';
import { keepReferences } from './references.ts';
import { withNewId } from './rename-id.ts';

/** Something of a menu that can be carried into another. */
export interface Carried {
  readonly kind: Kind;
  readonly id: Id;
}

/** Any thing of a list: what it is called differs. */
interface Named {
  readonly id: Id;
  readonly name?: Text;
}

/** What of a menu is there already in another: not, the same, or with differences. */
export type ThereAlready = 'new' | 'same' | 'differs';

/** What can be chosen of a menu; what these need comes along. */
export const CARRIED_KINDS = ['groups', 'items', 'rules'] as const satisfies readonly Kind[];

/**
 * Things of a menu with everything that they refer to, in the order of the document: a dish with its groups, sections,
 * stations and ingredients, a group with those that its choices open. Locations, price lists, times of day and kinds of
 * guest belong to a house, so they don't come along: what names one that is not there is left out.
 */
export function withNeeded(source: Menu, chosen: readonly Carried[]): Carried[] {
  const find = thingFinder(source);
  const found = new Set<string>();
  const visit = ({ kind, id }: Carried): void => {
    const key = `${kind} ${id}`;
    const thing = find({ kind, id });
    if (found.has(key) || !thing || OF_A_HOUSE.has(kind)) return;
    found.add(key);
    keepReferences(kind, thing as never, ({ target }) => {
      if (target.kind === 'choices') visit({ kind: 'groups', id: target.group });
      else if (target.kind !== 'pictures') visit({ kind: target.kind, id: target.id });
      return true;
    });
  };
  chosen.forEach(visit);
  return KINDS.flatMap((kind) =>
    listOf(source, kind)
      .filter(({ id }) => found.has(`${kind} ${id}`))
      .map(({ id }) => ({ kind, id })),
  );
}

/**
 * What to do with something that is here already, by its id or its name: keep ours, which is what those that come then
 * refer to; replace ours; or bring theirs in beside it, under another id and name.
 */
export type Way = 'keep' | 'replace' | 'another';

/** Something of another menu as it would be in this one. */
export interface CarriedThing {
  readonly ref: Carried;
  readonly thing: Named;
  readonly there: ThereAlready;
  /** Ours has another id and the same name. */
  readonly isByName: boolean;
  readonly way: Way;
  /** Whether bringing it in changes the menu. */
  readonly comes: boolean;
}

/** Each thing as it would be in another menu, against what is there under its id or its name. */
export function carriedInto(
  menu: Menu,
  source: Menu,
  carried: readonly Carried[],
  ways: ReadonlyMap<string, Way> = new Map(),
): CarriedThing[] {
  const here = thingFinder(menu);
  const find = thingFinder(fittedTo(menu, source));
  const coming = carried.flatMap((ref) => {
    const thing = find(ref) as Named | undefined;
    if (!thing) return [];
    const twin = (here(ref) as Named | undefined) ?? ofSameName(menu, source, ref.kind, thing);
    const way: Way = ways.get(`${ref.kind} ${ref.id}`) ?? 'keep';
    const beside = twin !== undefined && way === 'another';
    const id = beside ? freeId(menu, source, ref) : (twin?.id ?? ref.id);
    const named = beside ? withOtherName(thing, source.name) : thing;
    return [{ ref, id, thing: named, twin: beside ? undefined : twin, way }];
  });
  const renamed = coming.filter(({ ref, id }) => id !== ref.id);
  const byId = new Map(coming.map((one) => [`${one.ref.kind} ${one.id}`, one]));
  return coming.flatMap(({ ref, thing, twin, way }) => {
    const own = renamed.reduce((now, one) => withNewId(ref.kind, now, { ...one.ref, to: one.id }), thing);
    const kept = keepReferences(ref.kind, own as never, ({ target }) => {
      if (target.kind === 'pictures') return false;
      const owner: Carried =
        target.kind === 'choices' ? { kind: 'groups', id: target.group } : { kind: target.kind, id: target.id };
      const come = byId.get(`${owner.kind} ${owner.id}`);
      // Where ours is kept, it has to have the choice.
      const ours = come && (come.twin === undefined || come.way !== 'keep') ? undefined : here(owner);
      if (come && !ours) return true;
      return ours !== undefined && (target.kind !== 'choices' || hasChoice(ours as Group, target.id));
    }) as Named | undefined;
    if (!kept) return [];
    const there = twin === undefined ? 'new' : equal(twin, kept) ? 'same' : 'differs';
    const comes = there === 'new' || (there === 'differs' && way === 'replace');
    return [{ ref, thing: kept, there, way, comes, isByName: twin !== undefined && twin.id !== ref.id }];
  });
}

function hasChoice(group: Group, choice: Id): boolean {
  return group.kind === 'choices' && (group.choices ?? []).some(({ id }) => id === choice);
}

/** Kinds whose things are told apart by their names. */
const NAMED: ReadonlySet<Kind> = new Set(['groups', 'items', 'sections', 'stations', 'ingredients']);

/**
 * What has the same name here, in the first language; undefined if nothing has, or more than one thing, or if its id is
 * something else's in the other menu, which would be taken for it.
 */
function ofSameName(menu: Menu, source: Menu, kind: Kind, thing: Named): Named | undefined {
  const [first = ''] = menu.locales;
  const nameOf = ({ name = '' }: Named) => plainText(textIn(name, first, first));
  const name = nameOf(thing);
  if (!NAMED.has(kind) || name === '') return undefined;
  const same = (listOf(menu, kind) as readonly Named[]).filter((one) => nameOf(one) === name);
  const [twin] = same;
  const isTaken = listOf(source, kind).some(({ id }) => id === twin?.id);
  return same.length === 1 && !isTaken ? twin : undefined;
}

/** Its own id where that is free here, else one that neither menu has. */
function freeId(menu: Menu, source: Menu, { kind, id }: Carried): Id {
  const here = listOf(menu, kind).map((one) => one.id);
  return here.includes(id) ? newId(id, [...here, ...listOf(source, kind).map((one) => one.id)]) : id;
}

/** With the other house’s name behind its own, so that both can be told apart. */
function withOtherName(thing: Named, house: string): Named {
  const { name } = thing;
  if (name === undefined) return thing;
  const other = (text: string) => `${text} (${house})`;
  const named =
    typeof name === 'string'
      ? other(name)
      : Object.fromEntries(Object.entries(name).map(([locale, text]) => [locale, other(text)]));
  return { ...thing, name: named };
}

/** The edits that put carried things into a menu: what is new at the end, what is there replaced by what comes. */
export function bringInEdits(things: readonly CarriedThing[]): Edit[] {
  return things.flatMap(({ ref: { kind }, thing, comes }): Edit[] => (comes ? [{ type: 'put', kind, thing }] : []));
}

const OF_A_HOUSE: ReadonlySet<Kind> = new Set(['locations', 'priceLists', 'dayparts', 'guests']);

/** A menu with the languages and price lists of another: the first stands in for one that it does not have. */
function fittedTo(menu: Menu, source: Menu): Menu {
  const copy = JSON.parse(JSON.stringify(source)) as Menu;
  const [first = ''] = menu.locales;
  const [sourceFirst = ''] = source.locales;
  eachText(source, (path, text) => putAt(copy, path, fittedText(text, menu.locales, first, sourceFirst)));
  const lists = menu.priceLists.map(({ id }) => id);
  const [firstList = ''] = lists;
  const sourceFirstList = source.priceLists[0]?.id ?? '';
  eachPrice(source, (path, price) => putAt(copy, path, fittedPrice(price, lists, firstList, sourceFirstList)));
  return copy;
}

/** A language of its own, or one that differs in its region alone, stands for each of the other menu's. */
function fittedText(text: Text, locales: readonly string[], first: string, sourceFirst: string): Text {
  const all: Readonly<Record<string, string>> = typeof text === 'string' ? { [sourceFirst]: text } : text;
  const language = (locale: string) => locale.split('-')[0];
  const said = (locale: string) =>
    all[locale] ?? Object.entries(all).find(([one]) => language(one) === language(locale))?.[1];
  const firstly = said(first) ?? textIn(text, sourceFirst, sourceFirst);
  const others = locales.slice(1).flatMap((locale) => {
    const words = said(locale);
    return words === undefined ? [] : [[locale, words] as const];
  });
  return others.length === 0 ? firstly : { [first]: firstly, ...Object.fromEntries(others) };
}

function fittedPrice(price: Price, lists: readonly Id[], first: Id, sourceFirst: Id): Price {
  if (typeof price === 'number') return price;
  const own: Record<string, number> = { ...price, [first]: price[first] ?? price[sourceFirst] ?? 0 };
  const kept = Object.fromEntries(Object.entries(own).filter(([list]) => lists.includes(list)));
  return Object.keys(kept).length === 1 ? (kept[first] ?? 0) : kept;
}
