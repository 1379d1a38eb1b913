import { expect, it } from 'vitest';
import { type Menu, quoteLine } from '../index.ts';
import { tryEveryBuild } from '../testing/brute-force.ts';
import { randomMenu } from '../testing/random-menu.ts';
import { Random } from '../testing/random.ts';
import { menuOf, pick, size } from '../testing/worked-dish.ts';
import { marginsOf } from './margins.ts';

const clock = () => '2026-05-12T13:00';
const PERS = [1, 0.5, 3, 12, 1000, 750, 0.008];

function costed(seed: number): Menu {
  const random = new Random(seed);
  const menu = randomMenu(seed, { groups: 3, choices: 3, rules: 3 });
  return {
    ...menu,
    ingredients: (menu.ingredients ?? []).map((ingredient) => ({
      ...ingredient,
      cost: { amount: random.int(0, 900), per: PERS[random.int(0, PERS.length - 1)] ?? 1 },
    })),
  };
}

it('the worst and the best margin are those of trying every build', () => {
  let compared = 0;
  for (let seed = 1; seed <= 110; seed++) {
    const menu = costed(seed);
    const id = menu.items[0]?.id ?? '';
    const found = marginsOf(menu, id, {}, clock)?.built;
    if (!found) continue;
    const margins: number[] = [];
    const tried = tryEveryBuild(menu, {}, 1_200, (_, quotes) => {
      for (const { price, cost } of quotes) margins.push(price.unit + price.once - (cost ?? 0));
    });
    if (!tried || margins.length === 0) continue;
    expect(found, `${seed}`).toEqual({ worst: Math.min(...margins), best: Math.max(...margins) });
    compared++;
  }
  expect(compared).toBeGreaterThan(20);
});

it('says nothing of all builds where an ingredient has no cost, and tells the dish as preselected', () => {
  const leek = { id: 'leek', name: 'Leek', unit: 'g', cost: { amount: 200, per: 1000 } };
  const ingredients = [leek, { id: 'curd', name: 'Curd', unit: 'g' }];
  const uses = [{ ingredient: 'leek', quantity: 125 }];
  const menu: Menu = { ...menuOf([size], { price: 900, uses }), ingredients };
  const id = menu.items[0]?.id ?? '';
  const { price } = quoteLine(menu, { item: id }, clock);
  expect(marginsOf(menu, id, {}, clock)).toMatchObject({ price: price.unit, cost: 25 });
  const [group] = menu.groups;
  const silent = group?.kind === 'choices' ? (group.choices ?? []) : [];
  const unknown: Menu = {
    ...menu,
    groups: [
      { ...group, choices: silent.map((one) => ({ ...one, uses: [{ ingredient: 'curd', quantity: 5 }] })) } as never,
    ],
  };
  expect(marginsOf(unknown, id, {}, clock)?.built).toBeUndefined();
  expect(marginsOf(menu, 'nothing', {}, clock)).toBeUndefined();
  expect(quoteLine(menu, { item: id, picks: [pick('size/large')] }, clock).cost).toBe(25);
});
