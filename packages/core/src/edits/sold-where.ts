import type { Edit } from '../change/edit.ts';
import type { Channel } from '../menu/condition-schema.ts';
import type { Id, Item, Menu } from '../menu/document.ts';

/** Where dishes are sold: at a location, or on a channel. */
export type SellingPlace =
  { readonly list: 'locations'; readonly id: Id } | { readonly list: 'channels'; readonly id: Channel };

const CHANNELS: readonly Channel[] = ['online', 'pos'];

/** Whether a dish is sold at a location or on a channel. */
export function isSoldAt(item: Pick<Item, 'locations' | 'channels'>, { list, id }: SellingPlace): boolean {
  const named: readonly string[] | undefined = item[list];
  return named === undefined || named.includes(id);
}

/** Whether a dish is on the list that is read on a channel and, if one is known, at a location. */
export function isListed(item: Pick<Item, 'locations' | 'channels'>, channel: Channel, location?: Id): boolean {
  return (
    isSoldAt(item, { list: 'channels', id: channel }) &&
    (location === undefined || isSoldAt(item, { list: 'locations', id: location }))
  );
}

/**
 * Sells some dishes at a location or on a channel, or no longer. A dish that is sold at all of them names none, so that it
 * is sold at new ones too. The last one of a dish is not taken, as it would be sold nowhere.
 */
export function soldAtEdits(menu: Menu, items: ReadonlySet<Id>, place: SellingPlace, isSold: boolean): Edit[] {
  const { list } = place;
  const all: SellingPlace[] =
    list === 'channels'
      ? CHANNELS.map((id) => ({ list, id }))
      : (menu.locations ?? []).map(({ id }) => ({ list: 'locations', id }));
  return menu.items.flatMap((item): Edit[] => {
    if (!items.has(item.id) || isSoldAt(item, place) === isSold) return [];
    const where = all.filter((one) => (one.id === place.id ? isSold : isSoldAt(item, one)));
    if (where.length === 0) return [];
    const { [list]: _, ...everywhere } = item;
    const thing = where.length === all.length ? everywhere : { ...everywhere, [list]: where.map(({ id }) => id) };
    return [{ type: 'put', kind: 'items', thing }];
  });
}
