import type { Context } from '../api/line.ts';
import type { CompiledItem } from '../compile/compiled.ts';
import type { Menu } from '../menu/document.ts';
import type { Group } from '../menu/group-schema.ts';

/** Distinct contents beyond which all are forgotten. */
const MOST_CONTENTS = 50_000;

/**
 * Names everything that decides which builds of an item are valid, by content: equal keys, also in different menus, mean
 * equal proofs. The item's own price is not part of it.
 */
export class ShapeKeys {
  readonly #ids = new Map<string, number>();
  #epoch = 0;

  /** Returns the key of each item of a menu, in a context. */
  of(menu: Menu, context: Context): (item: CompiledItem) => string {
    if (this.#ids.size > MOST_CONTENTS) {
      this.#ids.clear();
      this.#epoch++;
    }
    const groups = new Map(menu.groups.map((group) => [group.id, group]));
    const rules = new Map((menu.rules ?? []).map((rule) => [rule.id, rule]));
    const { dayparts, locations, priceLists, guests } = menu;
    // What is 86'd also depends on what the dishes use that choices stand for.
    const uses = context.out && menu.items.map((item) => [item.id, item.uses]);
    const around = this.#idOf([context, dayparts, locations, priceLists, guests, uses]);
    const ofGroup = new Map<string, string>();
    const groupKey = (id: string): string => {
      const known = ofGroup.get(id);
      if (known !== undefined) return known;
      const group = groups.get(id);
      const key = group ? [this.#idOf(group), ...openedBy(group).map(groupKey)].join('.') : '';
      ofGroup.set(id, key);
      return key;
    };
    const ruleKey = new Map([...rules].map(([id, rule]) => [id, this.#idOf(rule)]));
    return ({ item, groups: offered, rules: concerning }) => {
      const combinationsOut = (context.out?.variants ?? []).filter((named) => named.item === item.id);
      const own = this.#idOf([
        item.groups,
        item.variants,
        item.channels,
        item.dayparts,
        combinationsOut.map(({ pick }) => pick),
      ]);
      const asked = offered.map(({ id }) => groupKey(id)).join(',');
      return `${this.#epoch}:${around}:${own}:${asked}:${concerning.map(({ id }) => ruleKey.get(id)).join(',')}`;
    };
  }

  #idOf(content: unknown): number {
    const text = JSON.stringify(content);
    const known = this.#ids.get(text);
    if (known !== undefined) return known;
    this.#ids.set(text, this.#ids.size);
    return this.#ids.size - 1;
  }
}

function openedBy(group: Group): string[] {
  return group.kind === 'choices' ? (group.choices ?? []).flatMap(({ opens = [] }) => opens) : [];
}
