import { type Menu, type SoldThing, type Text } from '@hearty-ladle/core';

/** The names of what was sold, as the menu has them now; what it has no more is told by its id. */
export class SoldNames {
  readonly #items: ReadonlyMap<string, Text>;
  readonly #groups: ReadonlyMap<string, Menu['groups'][number]>;
  readonly #menu: Menu;
  readonly #read: (text: Text) => string;

  constructor(menu: Menu, read: (text: Text) => string) {
    this.#menu = menu;
    this.#read = read;
    this.#items = new Map(menu.items.map(({ id, name }) => [id, name]));
    this.#groups = new Map(menu.groups.map((group) => [group.id, group]));
  }

  item(id: string): string {
    const name = this.#items.get(id);
    return name === undefined ? id || 'The order itself' : this.#read(name);
  }

  group(id: string): string {
    return this.#groups.get(id)?.name ?? id;
  }

  choice(group: string, id: string): string {
    const found = this.#groups.get(group);
    const name = found?.kind === 'choices' ? found.choices?.find((choice) => choice.id === id)?.name : undefined;
    return name === undefined ? id : this.#read(name);
  }

  thing(thing: SoldThing): string {
    if ('item' in thing) return this.item(thing.item);
    return `${this.group(thing.group)}: ${this.choice(thing.group, thing.choice)}`;
  }

  location(id: string): string {
    return this.#menu.locations?.find((place) => place.id === id)?.name ?? (id || 'Everywhere');
  }

  station(id: string): string {
    return this.#menu.stations.find((station) => station.id === id)?.name ?? id;
  }

  ingredient(id: string): string {
    return this.#menu.ingredients?.find((ingredient) => ingredient.id === id)?.name ?? id;
  }

  /** Where a thing is changed; nothing if the menu has it no more. */
  linkOf(thing: SoldThing): readonly string[] | undefined {
    if ('item' in thing) return this.#items.has(thing.item) ? ['/menu', thing.item] : undefined;
    return this.#groups.has(thing.group) ? ['/groups', thing.group] : undefined;
  }
}
