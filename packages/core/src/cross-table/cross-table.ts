import type { Id, Item, Menu, Rule } from '../menu/document.ts';
import type { Choice } from '../menu/group-schema.ts';
import { type Offer, indexOffers, offersOf, ruleConcerns } from '../menu/offered.ts';
import { decidesOver, decidingGroups, groupsDecided } from '../menu/rule-order.ts';
import { cellAt, isCombinationOf } from './combinations.ts';
import { type CrossPlace, pathOf, type Side } from './place.ts';
import { decidingChoice, hiddenBy } from './table-rules.ts';

/**
 * Which choices of one group go with which choices of another, as written in the menu: by rules that say exactly "when
 * picked A/x, hide B/y ...", whoever wrote them, or by the variants of one dish.
 */
export interface CrossTable {
  readonly by: 'rules' | 'variants';
  /** For rules: the side whose answer decides what the other one offers. */
  readonly decides: Side;
  readonly rows: readonly Choice[];
  readonly columns: readonly Choice[];
  /** The dishes that ask both, in document order. */
  readonly dishes: readonly Id[];
  readonly goesWith: (row: Id, column: Id) => boolean;
}

/** Reads the table; a group that is missing, or not one of choices, has no rows. */
export function crossTable(menu: Menu, place: CrossPlace): CrossTable {
  const asked = dishesAskingBoth(menu, place);
  const decides = decidingSide(menu, place, asked);
  const item = menu.items.find(({ id }) => id === place.item);
  const variants = item?.variants && isCombinationOf(item.variants, place) ? item.variants : undefined;
  return {
    by: variants ? 'variants' : 'rules',
    decides,
    rows: choicesOf(menu, place, asked, 'rows'),
    columns: choicesOf(menu, place, asked, 'columns'),
    dishes: asked.map(({ item: { id } }) => id),
    goesWith: variants
      ? (row, column) => cellAt(variants, place, row, column)?.sold !== false
      : withRules(menu, place, decides),
  };
}

function withRules(menu: Menu, place: CrossPlace, decides: Side): CrossTable['goesWith'] {
  const hidden = new Map<Id, Set<string>>();
  for (const rule of menu.rules ?? []) {
    const choice = decidingChoice(rule, place, decides);
    if (choice === undefined) continue;
    const paths = hidden.get(choice) ?? new Set();
    for (const path of hiddenBy(rule)) paths.add(path);
    hidden.set(choice, paths);
  }
  return (row, column) => {
    const [decider, path] =
      decides === 'rows' ? [row, pathOf(place, 'columns', column)] : [column, pathOf(place, 'rows', row)];
    return !hidden.get(decider)?.has(path);
  };
}

/** The rules about a cell that are not the table's own: they hide or show its choice by the other one. */
export function otherRulesAbout(menu: Menu, place: CrossPlace, decides: Side, row: Id, column: Id): Rule[] {
  const ends = [pathOf(place, 'rows', row), pathOf(place, 'columns', column)];
  return (menu.rules ?? []).filter((rule) => {
    if (decidingChoice(rule, place, decides) !== undefined) return false;
    const effects = rule.then.flatMap((effect) =>
      'hide' in effect ? [effect.hide] : 'show' in effect ? [effect.show] : [],
    );
    return ends.some(
      (end, i) => effects.includes(end) && JSON.stringify(rule.when).includes(JSON.stringify(ends[1 - i])),
    );
  });
}

interface Asked {
  readonly item: Item;
  readonly offers: readonly Offer[];
}

const everyAsked = new WeakMap<Menu, readonly Asked[]>();

/** What each dish asks, found once for a menu. */
function askedOn(menu: Menu): readonly Asked[] {
  const known = everyAsked.get(menu);
  if (known) return known;
  const index = indexOffers(menu);
  const asked = menu.items.map((item) => ({ item, offers: offersOf(index, item) }));
  everyAsked.set(menu, asked);
  return asked;
}

/** The groups that a dish, or any dish, asks beside all of some groups. */
export function groupsAskedBeside(menu: Menu, groups: readonly Id[], item?: Id): Set<Id> {
  const beside = new Set<Id>();
  for (const asked of askedOn(menu)) {
    if (item !== undefined && asked.item.id !== item) continue;
    const ids = asked.offers.map(({ group }) => group.id);
    if (groups.every((id) => ids.includes(id))) ids.forEach((id) => beside.add(id));
  }
  for (const id of groups) beside.delete(id);
  return beside;
}

function dishesAskingBoth(menu: Menu, { rows, columns, item: only }: CrossPlace): Asked[] {
  return askedOn(menu)
    .filter(({ item: { id } }) => only === undefined || id === only)
    .filter(({ offers }) => [rows, columns].every((id) => offers.some(({ group }) => group.id === id)));
}

/** The side that already decides over the other on some dish; else the one that is asked first. */
function decidingSide(menu: Menu, { rows, columns }: CrossPlace, asked: readonly Asked[]): Side {
  const deciding = (menu.rules ?? []).map((rule) => ({ rule, ...decidingGroups(rule) }));
  for (const { item, offers } of asked) {
    const ids = new Set(offers.map(({ group }) => group.id));
    const concerned = deciding.filter(({ rule }) => ruleConcerns(rule, item));
    const after = groupsDecided(concerned, (id) => ids.has(id));
    if (decidesOver(after, columns, rows)) return 'columns';
    if (decidesOver(after, rows, columns)) return 'rows';
  }
  const first = asked[0]?.offers.find(({ group }) => group.id === rows || group.id === columns);
  return first?.group.id === columns ? 'columns' : 'rows';
}

/** The choices of one side: of one dish, those that it offers. */
function choicesOf(menu: Menu, place: CrossPlace, asked: readonly Asked[], side: Side): readonly Choice[] {
  const group = menu.groups.find(({ id }) => id === place[side]);
  const choices = group?.kind === 'choices' ? (group.choices ?? []) : [];
  const offer = place.item === undefined ? undefined : asked[0]?.offers.find((one) => one.group.id === place[side]);
  const only = offer?.attachment.only;
  return only ? choices.filter(({ id }) => only.includes(id)) : choices;
}
