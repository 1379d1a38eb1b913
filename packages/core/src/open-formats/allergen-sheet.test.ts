import { describe, expect, it } from 'vitest';
import { compileMenu } from '../compile/compile-menu.ts';
import type { Choice, Item, Menu } from '../index.ts';
import { tryEveryBuild } from '../testing/brute-force.ts';
import { Random } from '../testing/random.ts';
import { randomMenu } from '../testing/random-menu.ts';
import { allergenSheet } from './allergen-sheet.ts';

const at = '2026-03-10T08:15';
const clock = () => at;

/** A random menu whose dish and choices say something about allergens, or nothing. */
function statedMenu(seed: number): Menu {
  const random = new Random(seed);
  const words = ['milk', 'eggs', 'sesame', 'celery', 'house dust'];
  const stated = <T extends object>(part: T): T =>
    random.chance(0.3) ? part : { ...part, allergens: words.filter(() => random.chance(0.25)) };
  const menu = randomMenu(seed, { groups: 4, choices: 3, rules: 4 });
  return {
    ...menu,
    groups: menu.groups.map((group) =>
      group.kind === 'choices' ? { ...group, choices: (group.choices ?? []).map(stated) } : group,
    ),
    items: menu.items.map(stated),
  };
}

describe('the allergen sheet', () => {
  it('agrees with trying every build of small random dishes', () => {
    let tried = 0;
    for (let seed = 1; seed <= Number(process.env['SEEDS'] ?? 60); seed++) {
      const menu = statedMenu(seed);
      const builds: { readonly allergens: readonly string[]; readonly picked: ReadonlySet<string> }[] = [];
      const truth = tryEveryBuild(menu, { at }, 1500, (build, [quote]) =>
        builds.push({
          allergens: quote?.allergens ?? [],
          picked: new Set(build.map(({ group, choice }) => `${group}/${choice}`)),
        }),
      );
      if (!truth || builds.length === 0) continue;
      tried++;
      const [row] = allergenSheet(menu, { at }, clock).rows;
      const all = [...new Set(builds.flatMap(({ allergens }) => allergens))].sort();
      const always = all.filter((one) => builds.every(({ allergens }) => allergens.includes(one)));
      expect({ seed, always: row?.always }).toEqual({ seed, always });
      expect({ seed, avoidable: row?.avoidable }).toEqual({
        seed,
        avoidable: all.filter((one) => !always.includes(one)),
      });
      const bringing = (allergen: string) =>
        (compileMenu(menu).item('it0')?.groups ?? []).flatMap((group) =>
          group.choices
            .filter(
              ({ allergens, path }) => allergens.includes(allergen) && builds.some(({ picked }) => picked.has(path)),
            )
            .map(({ path }) => path),
        );
      const flat = new Set((compileMenu(menu).item('it0')?.groups ?? []).map(({ id }) => id));
      expect({
        seed,
        mayBring: row?.mayBring
          .map(({ allergen, choices }) => ({
            allergen,
            choices: choices.filter((path) => flat.has(path.split('/')[0] ?? '')),
          }))
          .filter(({ choices }) => choices.length > 0),
      }).toEqual({
        seed,
        mayBring: all
          .map((allergen) => ({ allergen, choices: bringing(allergen) }))
          .filter(({ choices }) => choices.length > 0),
      });
    }
    expect(tried).toBeGreaterThan(20);
  });

  const soup = (more: Partial<Item>, toppings: Choice[]): Menu => ({
    format: 'hearty-ladle/menu@1',
    name: 'Sheet',
    currency: 'EUR',
    locales: ['en'],
    priceLists: [{ id: 'house', name: 'House' }],
    locations: [
      { id: 'north', name: 'North' },
      { id: 'south', name: 'South' },
    ],
    stations: [{ id: 'pot', name: 'Pot' }],
    sections: [],
    groups: [{ id: 'top', name: 'Top', prompt: 'Top?', kind: 'choices', min: 1, max: 1, choices: toppings }],
    items: [{ id: 'soup', name: 'Soup', price: 500, groups: [{ group: 'top' }], ...more }],
  });
  const row = (menu: Menu) => allergenSheet(menu, { location: 'north', at }, clock).rows[0];

  it('says which part makes no statement, and shows words that no law knows', () => {
    const menu = soup({}, [
      { id: 'a', name: 'A', allergens: [] },
      { id: 'b', name: 'B' },
      { id: 'c', name: 'C', allergens: ['pixie ash'] },
    ]);
    expect(row(menu)).toEqual({
      item: 'soup',
      name: 'Soup',
      always: [],
      mayBring: [{ allergen: 'pixie ash', choices: ['top/c'] }],
      avoidable: ['pixie ash'],
      unstated: ['items/soup', 'top/b'],
    });
  });

  it('does not promise that wheat is avoided by what has gluten', () => {
    const menu = soup({ allergens: [] }, [
      { id: 'a', name: 'A', allergens: ['wheat'] },
      { id: 'b', name: 'B', allergens: ['cereals-gluten'] },
    ]);
    expect(row(menu)).toMatchObject({ always: [], avoidable: [] });
  });

  it('has the dishes of its location, with the time and the location', () => {
    const menu = soup({ allergens: ['milk'], locations: ['south'] }, [{ id: 'a', name: 'A', allergens: [] }]);
    expect(allergenSheet(menu, { location: 'north', at }, clock)).toEqual({
      menu: 'Sheet',
      location: 'north',
      at,
      rows: [],
    });
    expect(allergenSheet(menu, {}, clock).rows).toMatchObject([{ item: 'soup', always: ['milk'] }]);
  });
});
