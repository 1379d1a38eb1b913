import type { Choice, Group, Item, Menu, Rule } from '../index.ts';
import { faultsOfMeaning } from '../menu/validate.ts';
import { Random } from './random.ts';
import { randomMenu } from './random-menu.ts';

/**
 * A random menu with everything else in the contract: dates, notices, groups by section or tag, openings two levels
 * deep with a note at the end, differences, sales, prices per list, dayparts, locations, kinds of guest, choices that
 * stand for dishes. Deterministic by seed.
 */
export function richMenu(seed: number): Menu {
  for (let attempt = 0; attempt < 400; attempt++) {
    const menu = enriched(
      randomMenu(seed % 120, { groups: 4, choices: 4, rules: 3 }),
      new Random(seed * 977 + attempt),
    );
    if (faultsOfMeaning(menu).length === 0) return menu;
  }
  throw new Error(`no valid rich menu for seed ${seed}`);
}

function enriched(menu: Menu, random: Random): Menu {
  const [first] = menu.items;
  if (!first) return menu;
  return {
    ...menu,
    locales: ['en', 'es'],
    locations: [
      { id: 'hatch', name: 'Hatch', priceList: 'bike' },
      { id: 'hall', name: 'Hall' },
    ],
    dayparts: [...(menu.dayparts ?? []), { id: 'late', name: 'Late', days: [1, 2, 5, 6], from: '22:00', to: '02:00' }],
    ingredients: (menu.ingredients ?? []).map((ingredient) => ({
      ...ingredient,
      ...(random.chance(0.8) && { cost: { amount: random.int(0, 900), per: random.pick([1, 0.25, 3, 12.5]) } }),
    })),
    guests: [{ id: 'staff', name: 'Staff' }],
    sections: [
      { id: 's1', name: { en: 'One', es: 'Uno' }, ...(random.chance(0.5) && { station: 'cold' }) },
      { id: 's2', name: 'Two' },
    ],
    groups: [...menu.groups.map((group) => enrichedGroup(group, random)), ...moreGroups(random)],
    items: [
      enrichedItem(first, menu, random),
      {
        id: 'side',
        name: 'Side',
        price: 250,
        allergens: ['nuts'],
        calories: 90,
        uses: [{ ingredient: 'curd', quantity: 0.125 }],
        sections: ['s2'],
      },
    ],
    rules: [...(menu.rules ?? []).map((rule) => enrichedRule(rule, random)), ...moreRules(random)],
    orderGroups: [],
  };
}

function enrichedGroup(group: Group, random: Random): Group {
  if (group.kind === 'note' && random.chance(0.5))
    return {
      ...group,
      note: {
        ...group.note,
        stations: random.some(['pots', 'cold'], 0.5),
        charge: random.pick(['each', 'once'] as const),
      },
    };
  if (group.kind !== 'choices') return group;
  return { ...group, choices: (group.choices ?? []).map((choice) => enrichedChoice(choice, group.id, random)) };
}

function enrichedChoice(choice: Choice, group: string, random: Random): Choice {
  return {
    ...choice,
    ...(random.chance(0.2) && { kitchenName: choice.id.toUpperCase() }),
    ...(random.chance(0.15) && { allergens: ['sesame'] }),
    ...(random.chance(0.12) && { item: 'side' }),
    ...(group === 'in0' && random.chance(0.4) && { opens: ['deep', ...(random.chance(0.5) ? ['aside'] : [])] }),
  };
}

function moreGroups(random: Random): Group[] {
  return [
    {
      id: 'deep',
      name: 'Deep',
      prompt: 'Deep',
      kind: 'choices',
      min: random.int(0, 1),
      max: random.chance(0.5) ? 2 : null,
      included: random.int(0, 1),
      includedFirst: 'cheapest',
      choices: [
        { id: 'c0', name: 'Deep 0', price: { add: random.int(0, 90) }, max: 2, station: 'cold' },
        { id: 'c1', name: 'Deep 1', default: 1, price: { percent: random.int(0, 900) } },
      ],
    },
    {
      id: 'aside',
      name: 'Aside',
      prompt: 'Aside',
      kind: 'note',
      note: {
        required: random.chance(0.3),
        price: random.int(0, 30),
        loud: random.chance(0.4),
        ...(random.chance(0.4) && { stations: ['cold'] }),
      },
    },
    {
      id: 'day',
      name: 'Day',
      prompt: 'Day',
      kind: 'date',
      date: {
        required: random.chance(0.4),
        earliestDays: random.int(0, 2),
        ...(random.chance(0.5) && { latestDays: random.int(2, 9) }),
      },
    },
    { id: 'read', name: 'Read', prompt: 'Read', kind: 'notice', attachTo: { sections: ['s1'] } },
    {
      id: 'bytag',
      name: 'By tag',
      prompt: 'By tag',
      kind: 'choices',
      max: 2,
      print: random.pick(['always', 'changes'] as const),
      attachTo: { tags: ['warm'], ...(random.chance(0.2) && { except: ['it0'] }) },
      choices: [
        {
          id: 'c0',
          name: 'Tag 0',
          default: random.int(0, 1),
          max: 3,
          price: {
            add: { house: 30, bike: 45 },
            tiers: [
              { from: 2, add: 20 },
              { from: 3, add: 15 },
            ],
          },
        },
        { id: 'c1', name: 'Tag 1', station: 'cold' },
      ],
    },
  ];
}

function enrichedItem(item: Item, menu: Menu, random: Random): Item {
  const groups = (item.groups ?? []).map((attachment) => {
    const group = menu.groups.find(({ id }) => id === attachment.group);
    const ids = group?.kind === 'choices' ? (group.choices ?? []).map(({ id }) => id) : [];
    return {
      ...attachment,
      ...(ids.length > 1 && random.chance(0.15) && { only: ids.slice(0, -1) }),
      ...(ids.length > 0 && random.chance(0.15) && { defaults: { [ids[0] ?? '']: 1 } }),
      ...(random.chance(0.1) && { heading: 'Here' }),
    };
  });
  return {
    ...item,
    groups: [...groups, ...(random.chance(0.5) ? [{ group: 'day' }] : [])],
    ...(random.chance(0.5) && { tags: ['warm'] }),
    ...(random.chance(0.4) && { code: 'IT' }),
    ...(random.chance(0.3) && { station: random.pick(['pots', 'cold']) }),
    ...(random.chance(0.3) && { sale: { price: random.int(100, 900), from: '2026-05-10', until: '2026-05-14' } }),
    ...(random.chance(0.3) && {
      quantityPrices: [
        { from: 2, price: random.int(100, 900) },
        { from: 4, price: random.int(100, 900) },
      ],
    }),
    ...(random.chance(0.2) && { channels: [random.pick(['online', 'pos'] as const)] }),
    ...(random.chance(0.2) && { dayparts: ['early', 'late'] }),
    ...(random.chance(0.2) && { locations: ['hall'] }),
    ...(random.chance(0.3) && { allergens: ['celery'], uses: [{ ingredient: 'leek', quantity: 1.5 }] }),
    ...(item.variants && {
      variants: {
        ...item.variants,
        cells: item.variants.cells.map((cell) => ({ ...cell, ...(random.chance(0.5) && { code: 'CELL' }) })),
      },
    }),
  };
}

function enrichedRule(rule: Rule, random: Random): Rule {
  const narrowed = random.next();
  return {
    ...rule,
    ...(narrowed < 0.2 && { items: ['it0'] }),
    ...(narrowed > 0.8 && { sections: [random.pick(['s1', 's2'])] }),
  };
}

function moreRules(random: Random): Rule[] {
  const tests = [
    { service: 'takeaway' as const },
    { location: 'hatch' },
    { guest: 'staff' },
    { not: { daypart: 'late' } },
    { quantity: { atMost: 1 } },
  ];
  return [
    {
      id: 'm0',
      when: random.pick(tests),
      then: [
        random.pick([
          { basePercent: -2500 },
          { route: { what: 'say', station: 'cold' } },
          { hide: 'day' },
          { show: 'bytag/c1' },
        ]),
        { tell: { en: 'Told', es: 'Dicho' } },
      ],
    },
    {
      id: 'm1',
      when: { units: { of: 'bytag', atLeast: 1 } },
      then: [
        random.pick([
          { addToPrice: 35 },
          { addToPrice: -1500 },
          { appendCode: 'TAG' },
          { setChoice: { choice: 'bytag/c0', add: 5 } },
        ]),
      ],
    },
  ];
}
