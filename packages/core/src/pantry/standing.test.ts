import { expect, it } from 'vitest';
import type { Count, Menu, Off, Pantry, What } from '../index.ts';
import { plainStanding } from '../testing/plain-standing.ts';
import { Random } from '../testing/random.ts';
import { richMenu } from '../testing/rich-menu.ts';
import { standing } from './standing.ts';

/** A pantry that speaks of most things of a menu, each counted at most once at one place. */
function randomPantry(menu: Menu, random: Random): Pantry {
  const things: What[] = [
    ...menu.items.map(({ id }) => ({ item: id })),
    ...(menu.ingredients ?? []).map(({ id }) => ({ ingredient: id })),
    ...menu.groups.flatMap((group) =>
      group.kind === 'choices' ? (group.choices ?? []).map(({ id }) => ({ choice: `${group.id}/${id}` })) : [],
    ),
  ];
  const hours = ['2026-05-12T12:59', '2026-05-12T13:00', '2026-05-12T13:01'];
  const off = things
    .filter(() => random.chance(0.15))
    .map((what): Off => ({
      what,
      ...(random.chance(0.4) && { locations: [random.pick(['hatch', 'hall'])] }),
      ...(random.chance(0.3) && { from: random.pick(hours) }),
      ...(random.chance(0.2) && { until: '2026-05-12T13:02' }),
    }));
  const counts = things.flatMap((what): Count[] =>
    [undefined, 'hatch', 'hall']
      .filter(() => random.chance(0.25))
      .map((location) => ({
        what,
        onHand: random.pick([-1, 0, 0.5, 0.999, 1, 2.5, 7, 40.125]),
        ...(location !== undefined && { location }),
        ...(random.chance(0.4) && { low: random.pick([0.5, 1, 8]) }),
      })),
  );
  return { format: 'hearty-ladle/pantry@1', off, counts };
}

it('agrees with the contract read aloud, on random menus, pantries, places and minutes', () => {
  let bounded = 0;
  for (let seed = 1; seed <= 400; seed++) {
    const random = new Random(seed);
    const menu = richMenu(seed);
    const pantry = randomPantry(menu, random);
    const location = random.pick(['', 'hatch', 'hall']) || undefined;
    const at = '2026-05-12T13:00';
    const found = standing(menu, pantry, { at, ...(location && { location }) }, () => at);
    const plain = plainStanding(menu, pantry, location, at);
    expect(found?.out, `${seed}`).toMatchObject(plain.out);
    expect({ items: found?.left.items, choices: found?.left.choices }, `${seed}`).toEqual(plain.left);
    expect(
      found?.short.map(({ what, state }) => [what, state]),
      `${seed}`,
    ).toEqual(plain.short);
    bounded += Object.values(plain.left.choices).filter((left = 0) => left > 0).length;
  }
  expect(bounded).toBeGreaterThan(100);
});
