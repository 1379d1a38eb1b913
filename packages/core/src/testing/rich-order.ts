import type { Group, Menu, Order, Rule } from '../index.ts';
import { faultsOfMeaning } from '../menu/validate.ts';
import { Random } from './random.ts';
import { richLine } from './rich-line.ts';
import { richMenu } from './rich-menu.ts';

/** A rich menu with questions once per order, under rules of their own; deterministic by seed. */
export function orderMenu(seed: number): Menu {
  const menu = richMenu(seed);
  for (let attempt = 0; attempt < 200; attempt++) {
    const asking = withOrderGroups(menu, new Random(seed * 613 + attempt));
    if (faultsOfMeaning(asking).length === 0) return asking;
  }
  throw new Error(`no valid menu with questions of the order for seed ${seed}`);
}

function withOrderGroups(menu: Menu, random: Random): Menu {
  const stations = random.chance(0.4) ? menu.stations.map(({ expo: _, ...station }) => station) : menu.stations;
  const rules: Rule[] = [
    {
      id: 'o0',
      when: random.pick([
        { service: 'delivery' as const },
        { picked: 'pack/c0' },
        { units: { of: 'pack', atLeast: 2 } },
      ]),
      then: [
        random.pick<Rule['then'][number]>([
          { hide: 'door' },
          { show: 'door' },
          { limit: { group: 'extra', max: 1 } },
          { setChoice: { choice: 'extra/c0', add: 7 } },
          { route: { what: 'extra', station: 'pots' } },
          { route: { what: 'door', station: 'pots' } },
          { setBase: 500 },
          { addToPrice: 99 },
          { basePercent: 5000 },
        ]),
      ],
    },
  ];
  return {
    ...menu,
    stations,
    groups: [...menu.groups, ...orderGroups(random)],
    rules: [...(menu.rules ?? []), ...rules],
    orderGroups: [
      { group: 'pack', ...(random.chance(0.3) && { min: 1 }), ...(random.chance(0.3) && { prices: { c0: 12 } }) },
      { group: 'extra', ...(random.chance(0.3) && { priceList: 'bike' }) },
      { group: 'door' },
      { group: 'when' },
      { group: 'thanks' },
      ...(random.chance(0.3) ? [{ group: 'nod' }] : []),
    ],
  };
}

function orderGroups(random: Random): Group[] {
  return [
    {
      id: 'pack',
      name: 'Pack',
      prompt: 'Pack?',
      kind: 'choices',
      max: 2,
      included: random.int(0, 1),
      choices: [
        { id: 'c0', name: 'Bag', price: { add: 25 }, max: 3, opens: ['deep'] },
        {
          id: 'c1',
          name: 'Box',
          price: { add: { house: 40, bike: 50 }, charge: random.pick(['each', 'once'] as const) },
          station: 'cold',
        },
      ],
    },
    {
      id: 'extra',
      name: 'Extra',
      prompt: 'Extra?',
      kind: 'choices',
      print: random.pick(['always', 'changes'] as const),
      choices: [
        { id: 'c0', name: 'Fork', default: 1, max: 4, price: { add: random.int(-20, 30) } },
        { id: 'c1', name: 'Napkin', ...(random.chance(0.3) && { station: 'pots' }) },
      ],
    },
    {
      id: 'door',
      name: 'Door',
      prompt: 'At the door?',
      kind: 'note',
      note: {
        required: random.chance(0.2),
        price: random.int(0, 9),
        loud: random.chance(0.4),
        ...(random.chance(0.4) && { stations: ['cold'] }),
      },
    },
    { id: 'when', name: 'When', prompt: 'When?', kind: 'date', date: { required: random.chance(0.3) } },
    {
      id: 'thanks',
      name: 'Thanks',
      prompt: 'Thanks?',
      kind: 'amount',
      amount: { max: 500, charge: random.pick(['each', 'once'] as const) },
    },
  ];
}

/**
 * An order of a few lines with answers to the order's own questions; some circumstances for all lines, some per line.
 */
export function richOrder(menu: Menu, seed: number): Order {
  const random = new Random(seed * 41 + 3);
  const lines = Array.from({ length: random.int(0, 3) }, (_, i) => {
    const { item, quantity, picks, notes, channel } = richLine(menu, seed * 5 + i);
    return {
      item,
      ...(quantity !== undefined && { quantity }),
      ...(picks && { picks }),
      ...(notes && { notes }),
      ...(channel && random.chance(0.2) && { channel }),
    };
  });
  const {
    item: _item,
    quantity: _quantity,
    picks: _picks,
    notes: _notes,
    dates: _dates,
    amounts: _amounts,
    consents: _consents,
    ...rest
  } = richLine(menu, seed);
  const units = () => (random.chance(0.3) ? { units: random.int(1, 4) } : {});
  return {
    ...rest,
    lines,
    ...(random.chance(0.2) && { out: { choices: ['pack/c1'] } }),
    picks: random.some(['pack/c0', 'pack/c1', 'extra/c0', 'extra/c1', 'pack/ghost', 'g0/c0'], 0.4).map((path) => {
      const [group = '', choice = ''] = path.split('/');
      return {
        group,
        choice,
        ...units(),
        ...(path === 'pack/c0' &&
          random.chance(0.5) && { picks: [{ group: 'deep', choice: random.pick(['c0', 'c1']), ...units() }] }),
      };
    }),
    notes: random.chance(0.6) ? { door: random.pick(['ring twice', ' ', 'leave it\nthere']) } : {},
    dates: random.chance(0.3) ? { when: random.pick(['2026-05-13', '2020-01-01']) } : {},
    amounts: random.chance(0.4) ? { thanks: random.pick([0, 200, 501]) } : {},
    consents: random.chance(0.5) ? ['nod'] : [],
  };
}
