import { expect, it } from 'vitest';
import { analyzeItem, type Menu, type Pick, quoteLine } from '../index.ts';
import { choicesGroup, smallMenu } from '../testing/broth-bar.ts';
import { tryEveryBuild } from '../testing/brute-force.ts';
import { randomMenu } from '../testing/random-menu.ts';
import { Random } from '../testing/random.ts';
import { madeWithout } from './made-without.ts';

const clock = () => '2026-05-12T13:00';
const KINDS = ['sesame', 'milk', 'wheat'];

/** A random menu whose dishes, choices and ingredients state something, “none”, or nothing. */
function statedMenu(seed: number): Menu {
  const random = new Random(seed);
  const list = (): { allergens?: string[] } =>
    random.chance(0.12) ? {} : { allergens: random.chance(0.55) ? [] : [KINDS[random.int(0, 2)] ?? ''] };
  const { ingredients = [], groups, items, ...menu } = randomMenu(seed, { groups: 3, choices: 3, rules: 3 });
  const restated = <T extends { allergens?: string[] }>({ allergens: _, ...rest }: T) => ({ ...rest, ...list() }) as T;
  return {
    ...menu,
    ingredients: ingredients.map(restated),
    groups: groups.map((group) =>
      group.kind === 'choices' ? { ...group, choices: (group.choices ?? []).map(restated) } : group,
    ),
    items: items.map((item) => ({ ...restated(item), allergens: random.chance(0.1) ? ['sesame'] : [] })),
  };
}

/** Read from the document alone: what a build brings, and whether each of its parts says so. */
function readAloud(menu: Menu, build: readonly Pick[]) {
  const lists: (readonly string[] | undefined)[] = [];
  const read = (thing: { allergens?: string[]; uses?: { ingredient: string }[]; item?: string }) => {
    const dish = menu.items.find(({ id }) => id === thing.item);
    lists.push(dish ? dish.allergens : thing.allergens, thing.allergens ?? []);
    for (const { ingredient } of [...(thing.uses ?? []), ...(dish?.uses ?? [])])
      lists.push(menu.ingredients?.find(({ id }) => id === ingredient)?.allergens);
  };
  const walk = (picks: readonly Pick[]) => {
    for (const pick of picks) {
      const group = menu.groups.find(({ id }) => id === pick.group);
      const choice = group?.kind === 'choices' ? group.choices?.find(({ id }) => id === pick.choice) : undefined;
      if (choice) read(choice);
      walk(pick.picks ?? []);
    }
  };
  const { allergens, uses } = menu.items[0] as Menu['items'][number];
  read({ ...(allergens && { allergens }), ...(uses && { uses }) });
  walk(build);
  return { isStated: lists.every((list) => list !== undefined), brought: lists.flatMap((list) => list ?? []) };
}

it('says “made without” exactly where some build is, and “contains” exactly where every build does', () => {
  const seen = { made: 0, contains: 0, 'not-stated': 0 };
  for (let seed = 1; seed <= 130; seed++) {
    const menu = statedMenu(seed);
    const id = menu.items[0]?.id ?? '';
    const avoid = [KINDS[seed % 3] ?? ''];
    let [isMade, isFree, isAny] = [false, false, false];
    const tried = tryEveryBuild(menu, {}, 1_500, (build) => {
      const { isStated, brought } = readAloud(menu, build);
      const isWithout = !brought.some((one) => avoid.includes(one));
      isAny = true;
      isMade ||= isStated && isWithout;
      isFree ||= isWithout;
    });
    const found = madeWithout(menu, id, avoid, {}, clock);
    // What must be written inside a pick is left to the guest.
    if (!tried || !analyzeItem(menu, id, {}, clock)?.exact) continue;
    expect(found?.is === 'made', `${seed}`).toBe(isMade);
    if (isAny && found?.is !== 'made') expect(found?.is, `${seed}`).toBe(isFree ? 'not-stated' : 'contains');
    if (found?.is === 'made') {
      const { isStated, brought } = readAloud(menu, found.picks);
      expect([isStated, brought.some((one) => avoid.includes(one))], `${seed}`).toEqual([true, false]);
      const { problems } = quoteLine(menu, { item: id, picks: [...found.picks] }, clock);
      expect(problems.filter(({ code }) => ['too-few', 'too-many', 'sold-out', 'not-offered'].includes(code))).toEqual(
        [],
      );
    }
    if (found) seen[found.is]++;
  }
  expect(Math.min(...Object.values(seen))).toBeGreaterThan(5);
});

const oils = choicesGroup('oil', {
  min: 1,
  max: 1,
  choices: [
    { id: 'toasted', name: 'Toasted', default: 1, allergens: ['sesame'] },
    { id: 'leek', name: 'Leek oil', allergens: [] },
    { id: 'house', name: 'House blend' },
  ],
});

it('leads to the usual build with only what must change', () => {
  const menu = smallMenu([oils], { allergens: [] });
  expect(madeWithout(menu, menu.items[0]?.id ?? '', ['sesame'], {}, clock)).toMatchObject({
    is: 'made',
    isUsual: false,
    picks: [{ group: 'oil', choice: 'leek' }],
  });
  expect(madeWithout(menu, menu.items[0]?.id ?? '', ['milk'], {}, clock)).toMatchObject({ is: 'made', isUsual: true });
});

it('promises nothing where the dish says nothing, and nothing that is sold out', () => {
  const silent = smallMenu([oils]);
  expect(madeWithout(silent, silent.items[0]?.id ?? '', ['milk'], {}, clock)).toMatchObject({ is: 'not-stated' });
  const menu = smallMenu([oils], { allergens: [] });
  const out = { choices: ['oil/leek'] };
  expect(madeWithout(menu, menu.items[0]?.id ?? '', ['sesame'], { out }, clock)).toMatchObject({ is: 'not-stated' });
});

it('takes the two laws’ names for one thing as the same', () => {
  const menu = smallMenu([], { allergens: ['wheat'] });
  const id = menu.items[0]?.id ?? '';
  expect(madeWithout(menu, id, ['cereals-gluten'], {}, clock)).toMatchObject({ is: 'contains' });
  expect(madeWithout(menu, id, ['tree-nuts'], {}, clock)).toMatchObject({ is: 'made' });
});
