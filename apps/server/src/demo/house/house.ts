import {
  applyUnchecked,
  type Change,
  type Edit,
  type Item,
  type Line,
  type Menu,
  pinned,
  readPicks,
  type Workbook,
} from '@hearty-ladle/core';
import { priced, say } from './builders.ts';
import { BOWL_DISHES } from './dishes-in-bowls.ts';
import { DRINK_DISHES } from './dishes-to-drink.ts';
import { GRIDDLE_DISHES } from './dishes-from-griddle.ts';
import { SHARED_DISHES } from './dishes-to-share.ts';
import { BOWL_GROUPS } from './groups-of-bowls.ts';
import { DRINK_GROUPS } from './groups-of-drinks.ts';
import { GRIDDLE_GROUPS } from './groups-of-griddle.ts';
import { ORDER_GROUPS } from './groups-of-orders.ts';
import { INGREDIENTS } from './ingredients.ts';
import { RULES } from './rules.ts';

const MENU: Menu = {
  format: 'hearty-ladle/menu@1',
  name: 'Quillfen Kitchen',
  currency: 'EUR',
  locales: ['en', 'es'],
  priceLists: [
    { id: 'house', name: 'House' },
    { id: 'courier', name: 'Courier' },
  ],
  locations: [
    { id: 'steps', name: 'Lantern Steps', priceList: 'house' },
    { id: 'millrace', name: 'Millrace Hatch', priceList: 'courier' },
  ],
  dayparts: [
    { id: 'morning', name: 'Morning', days: [1, 2, 3, 4, 5, 6, 7], from: '07:00', to: '10:30' },
    { id: 'midday', name: 'Midday', days: [1, 2, 3, 4, 5], from: '11:30', to: '14:30' },
  ],
  stations: [
    { id: 'kettles', name: 'Kettles', columns: 32 },
    { id: 'griddle', name: 'Griddle', columns: 32, backup: 'kettles' },
    { id: 'cold', name: 'Cold side', columns: 42 },
    { id: 'tea', name: 'Tea bar', columns: 32 },
    { id: 'pass', name: 'Pass', columns: 42, expo: true },
  ],
  ingredients: INGREDIENTS,
  sections: [
    { id: 'bowls', name: say('Broths and noodle bowls', 'Caldos y tazones'), station: 'kettles' },
    { id: 'rice', name: say('Rice pots', 'Ollas de arroz'), station: 'kettles' },
    { id: 'porridge', name: say('Porridge till half past ten', 'Gachas hasta las diez y media'), station: 'kettles' },
    { id: 'griddle', name: say('From the griddle', 'De la plancha'), station: 'griddle' },
    { id: 'plates', name: say('Dumplings and small plates', 'Empanadillas y platillos'), station: 'kettles' },
    { id: 'tea', name: say('Teas and warm drinks', 'Tés y bebidas calientes'), station: 'tea' },
    { id: 'cold-drinks', name: say('Cold drinks', 'Bebidas frías'), station: 'tea' },
    { id: 'sweet', name: say('Sweet things', 'Dulces'), station: 'cold' },
    { id: 'gather', name: say('Lunch and gatherings', 'Almuerzos y encuentros'), station: 'cold' },
  ],
  guests: [{ id: 'staff', name: 'Staff' }],
  groups: [...BOWL_GROUPS, ...GRIDDLE_GROUPS, ...DRINK_GROUPS, ...ORDER_GROUPS],
  items: [...BOWL_DISHES, ...GRIDDLE_DISHES, ...DRINK_DISHES, ...SHARED_DISHES],
  rules: RULES,
  orderGroups: [{ group: 'cutlery' }, { group: 'carrier-note' }, { group: 'team-tip' }],
};

const BESIDE: Pick<Workbook, 'sectionSummaries' | 'itemSummaries' | 'offRules'> = {
  sectionSummaries: [
    {
      id: 'bowls',
      template: say(
        '{bowl-size}{, noodle}{, with +toppings}{, without -comes-with}',
        '{bowl-size}{, noodle}{, con +toppings}{, sin -comes-with}',
      ),
    },
    { id: 'tea', template: say('{cup-size}{, milk}{, sugar}', '{cup-size}{, milk}{, sugar}') },
  ],
  itemSummaries: [
    { id: 'griddle-fold', template: say('{filling} on {fold-bread}{, cut}', '{filling} en {fold-bread}{, cut}') },
  ],
  offRules: [
    {
      id: 'rainy-broth',
      index: 3,
      rule: {
        id: 'rainy-broth',
        name: 'On rainy days broth costs less',
        sections: ['bowls'],
        when: { channel: 'pos' },
        then: [{ addToPrice: -50 }],
      },
    },
  ],
};

/** Builds that the house has promised. They are pinned at noon on a Wednesday. */
const PROMISED = [
  { name: 'The regular bowl stays as it is', item: 'ember', build: 'bowl-size/regular,noodle/wheat,heat/warm' },
  { name: 'Short milk tea', item: 'milk-tea', build: 'cup-size/short,milk/whole,strength/usual' },
  {
    name: 'Two halves of pork and cheese',
    item: 'griddle-fold',
    build: 'filling/pork,filling/cheese,fold-bread/flat,cut/halved',
  },
];
const PINNED_AT = '2026-01-14T12:00';

/** The demo's menu with all that is kept beside it. The same every time. */
export function demoHouse(): Workbook {
  const house: Workbook = { ...MENU, ...BESIDE };
  return PROMISED.reduce<Workbook>((sofar, { name, item, build }) => {
    const line: Line = { item, picks: readPicks(build) ?? [], location: 'steps', channel: 'online', at: PINNED_AT };
    return { ...sofar, promises: [...(sofar.promises ?? []), pinned(sofar, name, line, () => PINNED_AT)] };
  }, house);
}

/** What was dearer made in the third week: dishes and their prices before it. */
const PRICES_BEFORE: Readonly<Record<string, number>> = {
  ember: 860,
  'night-market': 920,
  tide: 1040,
  'pork-fold': 850,
};

/** The house before its prices were raised, and the change that raised them. */
export function beforeTheRaise(house: Workbook): { readonly before: Workbook; readonly raise: Change } {
  const dishes = house.items.filter(({ id }) => id in PRICES_BEFORE);
  const put = (item: Item): Edit => ({ type: 'put', kind: 'items', thing: item });
  const cheaper = dishes.map((item) => put({ ...item, price: priced(PRICES_BEFORE[item.id] ?? 0) }));
  return { before: applyUnchecked(house, { edits: cheaper }), raise: { edits: dishes.map(put) } };
}
