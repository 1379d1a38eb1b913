import type { Menu, Pantry, What } from '../index.ts';

/** Standing as the contract's sentences read, one after another, over strings and fractions of BigInt thousandths. */
export function plainStanding(menu: Menu, { off = [], counts = [] }: Pantry, location: string | undefined, at: string) {
  const thousand = (quantity: number) => BigInt(Math.round(quantity * 1000));
  const same = (one: What, other: What) => JSON.stringify(plain(one)) === JSON.stringify(plain(other));
  const held = counts.filter(
    (count) =>
      count.location === location ||
      (count.location === undefined && !counts.some((own) => own.location === location && same(own.what, count.what))),
  );
  const countOf = (what: What) => held.find((count) => same(count.what, what));
  const isOff = (what: What) =>
    off.some(
      (one) =>
        same(one.what, what) &&
        (!one.locations || (location !== undefined && one.locations.includes(location))) &&
        (!one.from || one.from <= at) &&
        (!one.until || at < one.until),
    );
  const gone = (what: What) => {
    const count = countOf(what);
    return isOff(what) || (count !== undefined && ('ingredient' in what ? count.onHand <= 0 : count.onHand < 1));
  };
  const item = (id: string | undefined) => menu.items.find((one) => one.id === id);
  const choice = (path: string) => {
    const group = menu.groups.find(({ id }) => id === path.split('/')[0]);
    return group?.kind === 'choices' ? group.choices?.find(({ id }) => id === path.split('/')[1]) : undefined;
  };
  const usesOfItem = (id: string | undefined) => item(id)?.uses ?? [];
  const usesOfChoice = (path: string) => [...(choice(path)?.uses ?? []), ...usesOfItem(choice(path)?.item)];
  const sums = (uses: readonly { ingredient: string; quantity: number }[]) =>
    [...new Set(uses.map(({ ingredient }) => ingredient))].map((ingredient) => ({
      ingredient,
      used: uses.filter((use) => use.ingredient === ingredient).reduce((sum, use) => sum + thousand(use.quantity), 0n),
    }));
  const tooLittle = (uses: readonly { ingredient: string; quantity: number }[]) =>
    sums(uses).some(({ ingredient, used }) => {
      const count = countOf({ ingredient });
      return count !== undefined && used > thousand(count.onHand);
    });
  const itemOut = (id: string) => gone({ item: id }) || tooLittle(usesOfItem(id));
  const choiceOut = (path: string) => gone({ choice: path }) || tooLittle(usesOfChoice(path));
  const bounds = (what: What, uses: readonly { ingredient: string; quantity: number }[]) => [
    ...held.filter((count) => same(count.what, what)).map(({ onHand }) => Math.floor(onHand)),
    ...sums(uses).flatMap(({ ingredient, used }) => {
      if (isOff({ ingredient })) return [0];
      const count = countOf({ ingredient });
      return count ? [count.onHand <= 0 ? 0 : Number(thousand(count.onHand) / used)] : [];
    }),
  ];
  const lowest = (numbers: readonly number[]) => (numbers.length > 0 ? Math.max(0, Math.min(...numbers)) : undefined);
  const itemLeft = (id: string) => (itemOut(id) ? 0 : lowest(bounds({ item: id }, usesOfItem(id))));
  const choiceLeft = (path: string) => {
    const of = choice(path)?.item;
    const byItem = of === undefined ? undefined : itemLeft(of);
    const own = bounds({ choice: path }, usesOfChoice(path));
    return choiceOut(path) ? 0 : lowest(byItem === undefined ? own : [...own, byItem]);
  };
  const paths = menu.groups.flatMap((group) =>
    group.kind === 'choices' ? (group.choices ?? []).map(({ id }) => `${group.id}/${id}`) : [],
  );
  const named = (ids: readonly string[], left: (id: string) => number | undefined) =>
    Object.fromEntries(ids.flatMap((id) => (left(id) === undefined ? [] : [[id, left(id)]])));
  const items = menu.items.map(({ id }) => id);
  return {
    out: {
      items: items.filter(itemOut).sort(),
      choices: paths.filter(choiceOut).sort(),
      ingredients: (menu.ingredients ?? [])
        .map(({ id }) => id)
        .filter((ingredient) => gone({ ingredient }))
        .sort(),
    },
    left: { items: named(items, itemLeft), choices: named(paths, choiceLeft) },
    short: counts
      .filter((count) => held.includes(count))
      .flatMap(({ what, onHand, low = -Infinity }) => {
        const isNone = 'ingredient' in what ? onHand <= 0 : onHand < 1;
        return isNone ? [[what, 'none']] : onHand <= low ? [[what, 'low']] : [];
      }),
  };
}

function plain(what: What): unknown {
  return 'variant' in what ? [what.variant.item, Object.entries(what.variant.pick).sort()] : what;
}
