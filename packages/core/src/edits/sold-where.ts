import type { Edit } from '../change/edit.ts';
import type { Id, Item, Menu } from '../menu/document.ts';

/** Whether a dish is sold at a location. */
export function isSoldAt({ locations }: Pick<Item, 'locations'>, location: Id): boolean {
  return locations === undefined || locations.includes(location);
}

/**
 * Sells some dishes at a location, or no longer. A dish that is sold at all of the menu's locations names none of them, so
 * that it is sold at new ones too. The last location of a dish is not taken: it would be sold nowhere, which the document
 * can't say.
 */
export function soldAtEdits(menu: Menu, items: ReadonlySet<Id>, location: Id, isSold: boolean): Edit[] {
  const all = (menu.locations ?? []).map(({ id }) => id);
  return menu.items.flatMap((item): Edit[] => {
    if (!items.has(item.id) || isSoldAt(item, location) === isSold) return [];
    const where = all.filter((id) => (id === location ? isSold : isSoldAt(item, id)));
    if (where.length === 0) return [];
    const { locations: _, ...everywhere } = item;
    const thing = where.length === all.length ? everywhere : { ...everywhere, locations: where };
    return [{ type: 'put', kind: 'items', thing }];
  });
}
