import type { Menu } from '../index.ts';
import type { Random } from './random.ts';

/** Another document near a first one: things removed, added from elsewhere, moved and changed. */
export function neighbour(menu: Menu, other: Menu, random: Random): Menu {
  const shuffled = <T>(
    list: readonly T[] | undefined,
    more: readonly T[] | undefined = [],
    keyOf: (one: T) => unknown,
  ) => {
    if (list === undefined) return random.chance(0.2) ? [] : undefined;
    const kept = list.filter(() => random.chance(0.85));
    const keys = new Set(kept.map(keyOf));
    const added = more.filter((one) => !keys.has(keyOf(one)) && random.chance(0.4));
    const all = [...kept, ...added];
    for (let i = random.int(0, 3); i > 0 && all.length > 1; i--)
      all.splice(random.int(0, all.length - 1), 0, ...all.splice(random.int(0, all.length - 1), 1));
    return all.length === 0 && random.chance(0.3) ? undefined : all;
  };
  const byId = ({ id }: { id: string }) => id;
  const groups = shuffled(menu.groups, other.groups, byId)?.map((group) =>
    group.kind === 'choices' && random.chance(0.5)
      ? { ...group, prompt: random.pick(['A', 'B']), choices: shuffled(group.choices, [], byId) }
      : group,
  );
  const items = shuffled(menu.items, other.items, byId)?.map((item) => ({
    ...item,
    price: random.pick([item.price, 123]),
    groups: shuffled(item.groups, [], ({ group }) => group),
    ...(item.variants && {
      variants: {
        ...item.variants,
        cells: shuffled(item.variants.cells, [], ({ pick }) => JSON.stringify(pick)) ?? [],
      },
    }),
  }));
  return JSON.parse(
    JSON.stringify({
      ...menu,
      name: random.pick([menu.name, 'New']),
      groups: groups ?? [],
      items: items ?? [],
      rules: shuffled(menu.rules, other.rules, byId),
      guests: shuffled(menu.guests, [], byId),
    }),
  ) as Menu;
}
