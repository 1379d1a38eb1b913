import equal from 'fast-deep-equal';
import { type Edit, listOf, type Thing, thingFinder } from '../change/edit.ts';
import type { Id, Menu, Text } from '../menu/document.ts';
import { putAt } from '../menu/put-at.ts';
import { type Kind, KINDS } from '../menu/scope.ts';
import { textIn } from '../menu/text.ts';
import { eachPrice, eachText } from '../menu/visit.ts';
import type { Price } from '../money/money.ts';
import { keepReferences } from './references.ts';

/** Something of a menu that can be carried into another. */
export interface Carried {
  readonly kind: Kind;
  readonly id: Id;
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

/** Each thing as it would be in another menu, with what is there under its id. */
export function carriedInto(
  menu: Menu,
  source: Menu,
  carried: readonly Carried[],
): { readonly ref: Carried; readonly thing: Thing; readonly there: ThereAlready }[] {
  const here = thingFinder(menu);
  const coming = new Set(carried.map(({ kind, id }) => `${kind} ${id}`));
  const find = thingFinder(fittedTo(menu, source));
  return carried.flatMap((ref) => {
    const thing = find(ref);
    const kept =
      thing &&
      keepReferences(ref.kind, thing as never, ({ target }) => {
        if (target.kind === 'pictures') return false;
        const owner: Carried =
          target.kind === 'choices' ? { kind: 'groups', id: target.group } : { kind: target.kind, id: target.id };
        return coming.has(`${owner.kind} ${owner.id}`) || here(owner) !== undefined;
      });
    if (!kept) return [];
    const known = here(ref);
    const there = known === undefined ? 'new' : equal(known, kept) ? 'same' : 'differs';
    return [{ ref, thing: kept as Thing, there } as const];
  });
}

/** The edits that put carried things into a menu: what is new at the end, what is there replaced by what comes. */
export function bringInEdits(things: readonly { readonly ref: Carried; readonly thing: Thing }[]): Edit[] {
  return things.map(({ ref: { kind }, thing }) => ({ type: 'put', kind, thing }));
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
