import type { Id, Menu } from '../menu/document.ts';
import { type Edit, idOf, type ListKind, listOf, type Settings, settingsOf, type ThingOf } from './edit.ts';

type Thing = ThingOf[ListKind];

/** A list being edited, with the index of each id; the index is dropped when objects move, and rebuilt on demand. */
interface DraftList {
  readonly things: Thing[];
  places: Map<Id, number> | undefined;
  searches: number;
}

/** A few objects are found sooner by going through a list than by making an index of it: a keystroke changes one. */
const FEW_SEARCHES = 4;

/**
 * A menu while a change is applied: each list is copied once, however many edits touch it, so a change of thousands of
 * objects takes linear time. The original menu is not modified.
 */
export class MenuDraft {
  #menu: Menu;
  readonly #lists = new Map<ListKind, DraftList>();

  constructor(menu: Menu) {
    this.#menu = menu;
  }

  /** The menu as edited so far. */
  menu(): Menu {
    if (this.#lists.size === 0) return this.#menu;
    return { ...this.#menu, ...Object.fromEntries([...this.#lists].map(([kind, { things }]) => [kind, things])) };
  }

  apply(edit: Edit): void {
    if (edit.kind === 'settings') {
      const { orderGroups: _, ...rest } = this.#menu;
      this.#menu = { ...rest, ...(edit.thing as Settings) };
      return;
    }
    const list = this.#listOf(edit.kind);
    const { things } = list;
    const place = placeOf(list, idOf(edit));
    if (edit.type !== 'put') {
      if (place === undefined) return;
      const [thing] = things.splice(place, 1);
      if (edit.type === 'move' && thing) things.splice(edit.index, 0, thing);
      list.places = undefined;
      return;
    }
    const thing = edit.thing as Thing;
    if (place !== undefined) things[place] = thing;
    else if (edit.index === undefined || edit.index >= things.length) {
      things.push(thing);
      list.places?.set(thing.id, things.length - 1);
    } else {
      things.splice(edit.index, 0, thing);
      list.places = undefined;
    }
  }

  /** The edits that undo `edit` on the current menu. */
  inverseOf(edit: Edit): Edit[] {
    if (edit.kind === 'settings') return [{ type: 'put', kind: 'settings', thing: settingsOf(this.#menu) }];
    const { kind } = edit;
    const id = idOf(edit);
    const list = this.#listOf(kind);
    const index = placeOf(list, id);
    const thing = index === undefined ? undefined : list.things[index];
    if (index === undefined || !thing) return edit.type === 'put' ? [{ type: 'remove', kind, id }] : [];
    if (edit.type === 'move') return [{ type: 'move', kind, id, index }];
    return [{ type: 'put', kind, thing, index }];
  }

  #listOf(kind: ListKind): DraftList {
    let list = this.#lists.get(kind);
    if (!list)
      this.#lists.set(kind, (list = { things: [...listOf(this.#menu, kind)], places: undefined, searches: 0 }));
    return list;
  }
}

function placeOf(list: DraftList, id: Id): number | undefined {
  if (!list.places && list.searches++ < FEW_SEARCHES) {
    const place = list.things.findIndex((thing) => thing.id === id);
    return place < 0 ? undefined : place;
  }
  list.places ??= new Map(list.things.map((thing, i) => [thing.id, i] as const).reverse());
  return list.places.get(id);
}
