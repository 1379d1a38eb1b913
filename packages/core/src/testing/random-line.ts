import type { Choice, Group, Line, Menu, Pick } from '../index.ts';
import { Random } from './random.ts';

/** A line for a menu's first item: mostly sensible, sometimes with unknown ids. */
export function randomLine(menu: Menu, seed: number): Line {
  const random = new Random(seed);
  const groups = new Map(menu.groups.map((group) => [group.id, group]));
  const [item] = menu.items;
  const offered = (item?.groups ?? []).flatMap(({ group }) => groups.get(group) ?? []);
  const fields = {
    ...(random.chance(0.3) && { quantity: random.int(0, 4) }),
    ...(random.chance(0.4) && { priceList: random.pick(['house', 'bike', 'moon']) }),
    ...(random.chance(0.4) && { channel: random.pick(['online', 'pos'] as const) }),
    ...(random.chance(0.2) && { out: { choices: ['g0/c0'], ingredients: random.some(['leek', 'curd'], 0.3) } }),
  };
  return {
    item: item?.id ?? '',
    at: '2026-05-12T08:30',
    ...fields,
    picks: offered.flatMap((group) => picks(random, group, groups)),
    notes: random.chance(0.5) ? { say: random.pick(['hello', ' ', 'far too long for this note']) } : {},
    amounts: random.chance(0.4) ? { gift: random.int(0, 1000) } : {},
    consents: random.chance(0.7) ? ['nod'] : [],
  };
}

function picks(random: Random, group: Group, groups: ReadonlyMap<string, Group>): Pick[] {
  if (group.kind !== 'choices') return [];
  const chosen: Choice[] = random.some(group.choices ?? [], 0.45);
  return chosen.map((choice) => ({
    group: group.id,
    choice: random.chance(0.03) ? 'nothing' : choice.id,
    ...(random.chance(0.2) && { units: random.int(0, 3) }),
    ...(random.chance(0.2) && { amount: 'more' }),
    ...(choice.opens && { picks: choice.opens.flatMap((id) => picks(random, groups.get(id) ?? group, groups)) }),
  }));
}
