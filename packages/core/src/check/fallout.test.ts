import { expect, it } from 'vitest';
import { compileMenu } from '../compile/compile-menu.ts';
import type { Menu, Out } from '../index.ts';
import { tryEveryBuild } from '../testing/brute-force.ts';
import { Random } from '../testing/random.ts';
import { randomMenu } from '../testing/random-menu.ts';
import { fallout } from './fallout.ts';

const clock = () => '2026-05-12T13:00';
const MOST_BUILDS = 2_000;

function randomOut(menu: Menu, random: Random): Out {
  const paths = menu.groups.flatMap((group) =>
    group.kind === 'choices' ? (group.choices ?? []).map(({ id }) => `${group.id}/${id}`) : [],
  );
  return {
    choices: paths.filter(() => random.chance(0.25)),
    ingredients: (menu.ingredients ?? []).map(({ id }) => id).filter(() => random.chance(0.2)),
  };
}

it('says that a dish and its choices go down exactly where trying every build finds none left', () => {
  const seen = { items: 0, choices: 0 };
  for (let seed = 1; seed <= 220; seed++) {
    const random = new Random(seed);
    const menu = randomMenu(seed, { groups: 3, choices: 3, rules: 3 });
    const [item] = menu.items;
    if (!item) continue;
    const [before, after] = [random.chance(0.5) ? {} : randomOut(menu, random), randomOut(menu, random)];
    const [was, is] = [before, after].map((out) => tryEveryBuild(menu, { out }, MOST_BUILDS));
    if (!was || !is) continue;
    const found = fallout(menu, {}, before, after, clock);
    const isOut = ({ ingredients = [] }: Out) =>
      (item.uses ?? []).some(({ ingredient }) => ingredients.includes(ingredient));
    const goesDown = was.builds > 0 && !isOut(before) && (is.builds === 0 || isOut(after));
    expect(found.items, `${seed}`).toEqual(goesDown ? [item.id] : []);
    const own =
      compileMenu(menu)
        .item(item.id)
        ?.groups.flatMap(({ choices }) => choices) ?? [];
    for (const { path } of own) {
      const isLost = was.having.has(path) && !is.having.has(path);
      if (isLost) expect(found.choices, `${seed} ${path}`).toContain(path);
      else if (is.having.has(path)) expect(found.choices, `${seed} ${path}`).not.toContain(path);
      if (isLost) seen.choices++;
    }
    if (goesDown) seen.items++;
  }
  expect(seen.items).toBeGreaterThan(10);
  expect(seen.choices).toBeGreaterThan(60);
});

it('is the same for dishes that are alike as for each by itself, also where one of them is itself out', () => {
  let down = 0;
  for (let seed = 1; seed <= 60; seed++) {
    const random = new Random(seed);
    const menu = randomMenu(seed, { groups: 3, choices: 3, rules: 3 });
    const [item] = menu.items;
    if (!item) continue;
    const twins = [item, { ...item, id: 'twin-a', price: 77 }, { ...item, id: 'twin-b', uses: [] }];
    const many = { ...menu, items: twins };
    const after = { ...randomOut(menu, random), items: random.chance(0.3) ? ['twin-a'] : [] };
    const whole = fallout(many, {}, {}, after, clock);
    const each = twins.flatMap((twin) => fallout({ ...menu, items: [twin] }, {}, {}, after, clock).items);
    expect([seed, whole.items]).toEqual([seed, [...each].sort()]);
    down += each.length;
  }
  expect(down).toBeGreaterThan(20);
});
