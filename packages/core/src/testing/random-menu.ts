import type { Choice, ChoicePrice, Condition, Effect, Group, Item, Menu, Rule } from '../index.ts';
import { faultsOfMeaning } from '../menu/validate.ts';
import type { Price } from '../money/money.ts';
import { Random } from './random.ts';

/** The size of the random menus; small ones can be compared with trying every build. */
export interface MenuSize {
  readonly groups: number;
  readonly choices: number;
  readonly rules: number;
}

/** A valid menu with one item that uses most of the contract; deterministic by seed. */
export function randomMenu(seed: number, size: MenuSize): Menu {
  for (let attempt = 0; attempt < 500; attempt++) {
    const menu = newMenu(new Random(seed * 1000 + attempt), size);
    if (faultsOfMeaning(menu).length === 0) return menu;
  }
  throw new Error(`no valid menu for seed ${seed}`);
}

function newMenu(random: Random, size: MenuSize): Menu {
  const outer = Array.from({ length: random.int(2, size.groups) }, (_, i) => choicesGroup(random, `g${i}`, size, i));
  const inner = [choicesGroup(random, 'in0', { ...size, choices: Math.min(2, size.choices) }, 0)];
  const groups: Group[] = [...outer, ...inner, ...plainGroups(random)];
  return {
    format: 'hearty-ladle/menu@1',
    name: `Random ${random.int(0, 999)}`,
    currency: 'USD',
    locales: ['en'],
    priceLists: [
      { id: 'house', name: 'House' },
      { id: 'bike', name: 'Bike' },
    ],
    dayparts: [{ id: 'early', name: 'Early', days: [1, 2, 3, 4, 5], from: '07:00', to: '11:30' }],
    stations: [
      { id: 'pots', name: 'Pots' },
      { id: 'cold', name: 'Cold' },
      { id: 'call', name: 'Call', expo: true },
    ],
    ingredients: [
      { id: 'leek', name: 'Leek', unit: 'g' },
      { id: 'curd', name: 'Curd', unit: 'g', allergens: ['milk'] },
    ],
    sections: [{ id: 's1', name: 'One' }],
    groups,
    items: [item(random, outer, groups)],
    rules: Array.from({ length: random.int(0, size.rules) }, (_, i) => rule(random, `r${i}`, outer)),
  };
}

function price(random: Random, from: number, to: number): Price {
  return random.chance(0.25) ? { house: random.int(from, to), bike: random.int(from, to) } : random.int(from, to);
}

function choicesGroup(random: Random, id: string, size: MenuSize, place: number): Group {
  const choices = Array.from({ length: random.int(1, size.choices) }, (_, i) => choice(random, `c${i}`, id, place));
  const min = random.int(0, 2);
  return {
    id,
    name: id,
    prompt: id,
    kind: 'choices',
    min: random.chance(0.5) ? 0 : Math.min(min, choices.length),
    max: random.chance(0.3) ? null : random.int(Math.max(1, min), 3),
    included: random.chance(0.35) ? random.int(1, 2) : 0,
    includedFirst: random.pick(['picked', 'cheapest', 'dearest'] as const),
    print: random.pick(['always', 'changes'] as const),
    ...(random.chance(0.3) && {
      amounts: [{ id: 'more', name: 'More', word: 'MORE', price: random.int(0, 20_000), portion: 20_000 }],
    }),
    choices,
  };
}

function choice(random: Random, id: string, group: string, place: number): Choice {
  const priced = random.chance(0.8) ? { price: choicePrice(random, group, place) } : {};
  return {
    id,
    name: `Thing ${group} ${id}`,
    ...priced,
    ...(random.chance(0.25) && { max: random.int(1, 3) }),
    ...(random.chance(0.2) && { default: 1 }),
    ...(random.chance(0.1) && { alone: true }),
    ...(random.chance(0.3) && { station: random.pick(['pots', 'cold']) }),
    ...(random.chance(0.7) && { calories: random.int(0, 300) }),
    ...(random.chance(0.3) && {
      uses: [{ ingredient: random.pick(['leek', 'curd']), quantity: random.int(1, 5000) / 1000 }],
    }),
    ...(group !== 'in0' && random.chance(0.15) && { opens: ['in0'] }),
    ...(random.chance(0.3) && { code: id.toUpperCase() }),
  };
}

function choicePrice(random: Random, group: string, place: number): ChoicePrice {
  const charge = random.chance(0.15) ? { charge: 'once' as const } : {};
  const kind = random.next();
  if (kind < 0.12) return { percent: random.int(-1500, 3000), ...charge };
  if (group !== 'in0' && kind < 0.18) return { base: random.int(200, 1500) };
  if (group !== 'in0' && kind < 0.24) return { times: random.int(5000, 20_000) };
  return {
    add: price(random, random.chance(0.1) ? -60 : 0, 350),
    ...(random.chance(0.2) &&
      place > 0 && { by: { group: `g${random.int(0, place - 1)}`, prices: { c0: random.int(0, 300) } } }),
    ...(random.chance(0.15) && { tiers: [{ from: 2, add: random.int(0, 200) }] }),
    ...charge,
  };
}

function plainGroups(random: Random): Group[] {
  return [
    {
      id: 'say',
      name: 'Say',
      prompt: 'Say',
      kind: 'note',
      note: { required: random.chance(0.3), price: random.int(0, 40), maxLength: 20, loud: random.chance(0.3) },
    },
    { id: 'nod', name: 'Nod', prompt: 'Nod', kind: 'consent' },
    {
      id: 'gift',
      name: 'Gift',
      prompt: 'Gift',
      kind: 'amount',
      amount: { required: random.chance(0.3), min: 50, max: 900 },
    },
  ];
}

function item(random: Random, outer: readonly Group[], groups: readonly Group[]): Item {
  const extra = random.some(
    groups.filter(({ kind }) => kind !== 'choices'),
    0.5,
  );
  const pickOne = outer.filter((group) => group.kind === 'choices' && group.min === 1 && group.max === 1).slice(0, 2);
  const variants =
    pickOne.length > 0 && random.chance(0.5)
      ? { variants: { by: pickOne.map(({ id }) => id), cells: [cell(random, pickOne)] } }
      : {};
  return {
    id: 'it0',
    name: 'It',
    price: price(random, 300, 1500),
    sections: ['s1'],
    calories: random.int(0, 400),
    groups: [...outer, ...extra].map(({ id, kind }) => ({
      group: id,
      ...(kind === 'choices' && random.chance(0.15) && { included: random.int(0, 2) }),
      ...(kind === 'choices' && random.chance(0.15) && { prices: { c0: random.int(0, 200) } }),
      ...(random.chance(0.15) && { priceList: 'bike' }),
    })),
    ...variants,
  };
}

function cell(random: Random, by: readonly Group[]) {
  const pick = Object.fromEntries(by.map(({ id }) => [id, 'c0']));
  return {
    pick,
    ...(random.chance(0.6) && { price: random.int(100, 1500) }),
    ...(random.chance(0.3) && { sold: false }),
  };
}

function thing(random: Random, groups: readonly Group[]): string {
  const group = random.pick(groups);
  const choices = group.kind === 'choices' ? (group.choices ?? []) : [];
  return `${group.id}/${random.pick(choices).id}`;
}

function condition(random: Random, groups: readonly Group[], depth = 0): Condition {
  const kind = random.next();
  if (depth < 2 && kind < 0.15)
    return { all: [condition(random, groups, depth + 1), condition(random, groups, depth + 1)] };
  if (depth < 2 && kind < 0.3)
    return { any: [condition(random, groups, depth + 1), condition(random, groups, depth + 1)] };
  if (depth < 2 && kind < 0.4) return { not: condition(random, groups, depth + 1) };
  if (kind < 0.65) return { picked: thing(random, groups) };
  if (kind < 0.85)
    return {
      units: { of: random.chance(0.6) ? random.pick(groups).id : thing(random, groups), atLeast: random.int(1, 2) },
    };
  return random.pick<Condition>([
    { channel: 'online' },
    { daypart: 'early' },
    { priceList: 'bike' },
    { quantity: { atLeast: 2 } },
  ]);
}

function effect(random: Random, groups: readonly Group[]): Effect {
  const group = random.pick(groups).id;
  const what = random.chance(0.3) ? group : thing(random, groups);
  return random.pick<Effect>([
    { show: what },
    { hide: what },
    { hide: what },
    { limit: { group, min: random.int(0, 2) } },
    { limit: { group, max: random.int(0, 3) } },
    { limit: { group, included: random.int(0, 2) } },
    { setBase: price(random, 100, 1500) },
    { basePercent: random.int(-3000, 3000) },
    { addToPrice: random.int(-50, 200) },
    { setChoice: { choice: thing(random, groups), add: random.int(0, 250) } },
    { appendCode: 'X' },
    { route: { what, station: 'cold' } },
    { tell: 'Well' },
  ]);
}

function rule(random: Random, id: string, groups: readonly Group[]): Rule {
  const middle = Math.max(1, Math.ceil(groups.length / 2));
  // Conditions mostly use the first half and effects the second, so that fewer menus have cycles.
  const [from, to] =
    random.chance(0.8) && groups.length > 1 ? [groups.slice(0, middle), groups.slice(middle)] : [groups, groups];
  return {
    id,
    when: condition(random, from),
    then: Array.from({ length: random.int(1, 2) }, () => effect(random, to)),
  };
}
