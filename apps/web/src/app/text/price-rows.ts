import { type Menu, type PricePlace, pricePlaces, type Text } from '@hearty-ladle/core';

/** One sum of the menu as a row to read, to find and to change. */
export interface PriceRow {
  readonly id: string;
  readonly place: PricePlace;
  /** What it is the price of. */
  readonly name: string;
  /** What kind of price, and when it holds. */
  readonly about: string;
  /** Where it leads. */
  readonly link: readonly string[];
  readonly sections: readonly string[];
  readonly tags: readonly string[];
  /** Everything it is found by, in lower case. */
  readonly words: string;
}

/**
 * Every sum of the menu as a row, in document order. A change leaves most places as they were, and their rows with them:
 * only those that are named by other things too are read again.
 */
export function priceRows(menu: Menu, read: (text: Text) => string, language: string): PriceRow[] {
  const words = new Words(menu, read);
  return pricePlaces(menu).map((place) => {
    const before = known.get(place);
    if (before?.language === language && !NAMED_BY_OTHERS.has(place.kind)) return before.row;
    const row = rowOf(place, words);
    known.set(place, { language, row });
    return row;
  });
}

const known = new WeakMap<PricePlace, { readonly language: string; readonly row: PriceRow }>();
const NAMED_BY_OTHERS: ReadonlySet<PricePlace['kind']> = new Set(['own', 'by', 'variant', 'rule']);

function rowOf(place: PricePlace, words: Words): PriceRow {
  const item = words.item(place.item);
  const [name, about, tags] = [words.nameOf(place), words.about(place), item?.tags ?? []];
  return {
    id: place.id,
    place,
    name,
    about,
    link: linkOf(place),
    sections: item?.sections ?? [],
    tags,
    words: [name, about, ...tags].join(' ').toLowerCase(),
  };
}

function linkOf({ thing: { kind, id }, group }: PricePlace): string[] {
  if (kind === 'rules') return ['/rules', id];
  if (kind === 'groups') return ['/groups', id];
  return group === undefined ? ['/menu', id] : ['/menu', id, group];
}

class Words {
  readonly #menu: Menu;
  readonly #read: (text: Text) => string;
  readonly #groups: ReadonlyMap<string, Menu['groups'][number]>;
  readonly #items: ReadonlyMap<string, Menu['items'][number]>;

  constructor(menu: Menu, read: (text: Text) => string) {
    this.#menu = menu;
    this.#read = read;
    this.#groups = new Map(menu.groups.map((group) => [group.id, group]));
    this.#items = new Map(menu.items.map((item) => [item.id, item]));
  }

  item(id: string | undefined) {
    return this.#items.get(id ?? '');
  }

  nameOf({ thing, item, group, choice }: PricePlace): string {
    if (thing.kind === 'rules') return this.#menu.rules?.find(({ id }) => id === thing.id)?.name ?? 'House rule';
    if (group === undefined) return this.#read(this.item(item)?.name ?? thing.id);
    const name = this.#groups.get(group)?.name ?? group;
    return choice === undefined ? name : `${name}: ${this.#choice(group, choice)}`;
  }

  about({ kind, item, when = '', group, choice }: PricePlace): string {
    switch (kind) {
      case 'dish':
        return 'dish';
      case 'sale':
        return 'on sale';
      case 'quantity':
        return `from ${when} portions`;
      case 'variant':
        return when
          .split(' ')
          .map((path) => this.#path(path))
          .join(', ');
      case 'own':
        return `only on ${this.#read(this.item(item)?.name ?? '')}`;
      case 'choice':
        return 'choice';
      case 'by':
        return `choice, with ${this.#path(when)}`;
      case 'tier':
        return `choice, from ${when} of it`;
      case 'base':
        return 'becomes the price of the dish';
      case 'note':
        return 'a note that is written';
      case 'rule':
        return group === undefined ? 'house rule' : `house rule: ${this.#choice(group, choice ?? '')}`;
    }
  }

  #path(path: string): string {
    const [group = '', choice = ''] = path.split('/');
    return this.#choice(group, choice);
  }

  #choice(group: string, choice: string): string {
    const found = this.#groups.get(group);
    const name = found?.kind === 'choices' ? found.choices?.find(({ id }) => id === choice)?.name : undefined;
    return name === undefined ? choice : this.#read(name);
  }
}
