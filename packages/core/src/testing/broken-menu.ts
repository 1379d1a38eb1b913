import type { Menu } from '../index.ts';
import type { Random } from './random.ts';

/* A menu document as plain JSON, to be broken in every way that the contract names. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any
export type Json = any;

/** A group whose choice opens the group itself. */
const LOOP = {
  id: 'loop',
  name: 'L',
  prompt: 'L',
  kind: 'choices',
  choices: [{ id: 'c', name: 'C', opens: ['loop'] }],
};

/** Breaks a document and returns the expected path of the fault; undefined if it has no suitable place. */
export type Break = (menu: Json, random: Random) => string | undefined;

/** The index of some matching entry of a list. */
function place(random: Random, list: Json[] | undefined, holds: (one: Json) => boolean = () => true): number {
  const places = (list ?? []).flatMap((one, at) => (holds(one) ? [at] : []));
  return places.length === 0 ? -1 : random.pick(places);
}

const isChoices = ({ kind, choices }: Json) => kind === 'choices' && choices.length > 0;

/** Changes some group of choices. */
const group =
  (
    change: (group: Json, path: string, menu: Json) => string | undefined,
    holds: (group: Json) => boolean = () => true,
  ): Break =>
  (menu, random) => {
    const at = place(random, menu.groups, (one) => isChoices(one) && holds(one));
    return at < 0 ? undefined : change(menu.groups[at], `/groups/${at}`, menu);
  };

/** Changes some choice of some group. */
const choice =
  (
    change: (choice: Json, path: string, menu: Json) => string | undefined,
    holds: (choice: Json) => boolean = () => true,
  ): Break =>
  (menu, random) => {
    const at = place(random, menu.groups, (one) => isChoices(one) && one.choices.some(holds));
    if (at < 0) return undefined;
    const { choices } = menu.groups[at];
    const own = place(random, choices, holds);
    return change(choices[own], `/groups/${at}/choices/${own}`, menu);
  };

/** Changes some difference of the first item, with the group it attaches. */
const attachment =
  (change: (attachment: Json, path: string, group: Json) => string | undefined): Break =>
  (menu, random) => {
    const of = ({ group: id }: Json) => menu.groups.find((one: Json) => one.id === id);
    const at = place(random, menu.items[0].groups, (one) => isChoices(of(one)));
    return at < 0 ? undefined : change(menu.items[0].groups[at], `/items/0/groups/${at}`, of(menu.items[0].groups[at]));
  };

/** Sets a field of some entry of one of the menu's lists. */
const field =
  (list: string, name: string, value: unknown): Break =>
  (menu, random) => {
    const at = place(random, menu[list]);
    if (at < 0) return undefined;
    menu[list][at][name] = value;
    return `/${list}/${at}/${name}`;
  };

/** Adds a rule. */
const rule =
  (when: unknown, then: unknown, below: string): Break =>
  (menu) =>
    `/rules/${menu.rules.push({ id: `new${menu.rules.length}`, when, then: [then] }) - 1}${below}`;
const TELL = { tell: 'x' };
const EARLY = { daypart: 'early' };

/** A variants table over a pick-one group of its own, on the second item. */
const table =
  (id: string, cells: unknown[], at: string): Break =>
  (menu) => {
    if (menu.items[1].variants) return undefined;
    menu.groups.push({ id, name: id, prompt: id, kind: 'choices', min: 1, max: 1, choices: [{ id: 'c', name: 'C' }] });
    menu.items[1].groups = [{ group: id }];
    menu.items[1].variants = { by: [id], cells };
    return `/items/1/variants/${at}`;
  };

/** Changes the one group of a kind other than choices. */
const plain =
  (kind: string, limits: object): Break =>
  (menu) => {
    const at = menu.groups.findIndex((one: Json) => one.kind === kind);
    menu.groups[at][kind] = limits;
    return `/groups/${at}/${kind}`;
  };

const put = (at: Json, name: string, value: unknown, path: string) => ((at[name] = value), `${path}/${name}`);

/** Gives an entry of a list the id of another. */
const twice =
  (list: string): Break =>
  (menu) => {
    if (menu[list].length === 0) return undefined;
    menu[list].push(structuredClone(menu[list][0]));
    return `/${list}/${menu[list].length - 1}/id`;
  };

export const BREAKS: Readonly<Record<string, Break>> = {
  'an unknown field of an item': field('items', 'taste', 1),
  'an unknown field of a choice': choice((one, path) => put(one, 'taste', 1, path)),
  'a field of another kind': (menu, random) => field('groups', random.pick(['consent', 'poem']), {})(menu, random),
  'a name that is a number': field('groups', 'name', 5),
  'a station’s name that is missing': (menu) => {
    delete menu.stations[0].name;
    return '/stations/0';
  },
  'a price with cents': field('items', 'price', 9.5),
  'a price that is too large': choice((one, path) => put(one, 'price', { add: 100_000_001 }, path)),
  'a percentage that is too large': choice((one, path) => put(one, 'price', { percent: -1_000_001 }, path)),
  'a price without the first list': choice((one, path) => put(one, 'price', { add: { bike: 5 } }, path)),
  'a price for a list that is not there': choice((one, path) =>
    put(one, 'price', { add: { house: 5, moon: 5 } }, path),
  ),
  'a max of 100': group((one, path) => put(one, 'max', 100, path)),
  'a currency that is none': (menu) => put(menu, 'currency', 'XQX', ''),
  'a language that is none': (menu) => {
    menu.locales.push('no_NO');
    return `/locales/${menu.locales.length - 1}`;
  },
  'a daypart of 25 o’clock': field('dayparts', 'from', '25:00'),
  'a fourth decimal': (menu, random) =>
    choice((one, path) => put(one, 'uses', [{ ingredient: 'leek', quantity: 0.0001 }], path))(menu, random),
  'a section id twice': twice('sections'),
  'a station id twice': twice('stations'),
  'an item id twice': twice('items'),
  'a group id twice': twice('groups'),
  'a choice id twice': group(
    (one, path) => `${path}/choices/${one.choices.push(structuredClone(one.choices[0])) - 1}/id`,
  ),
  'a group attached twice': ({ items: [{ groups }] }) =>
    `/items/0/groups/${groups.push({ group: groups[0].group }) - 1}`,
  'an item in a section that is not there': field('items', 'sections', ['ghost']),
  'an item at a station that is not there': field('items', 'station', 'ghost'),
  'an item in a daypart that is not there': field('items', 'dayparts', ['ghost']),
  'a choice at a station that is not there': choice((one, path) => put(one, 'station', 'ghost', path)),
  'a choice that opens what is not there': choice((one, path) => put(one, 'opens', ['ghost'], path)),
  'an attachment of a group that is not there': (menu) =>
    `/items/0/groups/${menu.items[0].groups.push({ group: 'ghost' }) - 1}/group`,
  'an order that asks what is not there': (menu) =>
    `/orderGroups/${menu.orderGroups.push({ group: 'ghost' }) - 1}/group`,
  'a group that comes to a section that is not there': field('groups', 'attachTo', { sections: ['ghost'] }),
  'a group that spares an item that is not there': field('groups', 'attachTo', { except: ['ghost'] }),
  'only choices that are not there': attachment((one, path) => put(one, 'only', ['ghost'], path)),
  'a rule that looks at a group that is not there': rule(
    { units: { of: 'ghost', atLeast: 1 } },
    TELL,
    '/when/units/of',
  ),
  'a rule that looks at a choice that is not there': rule({ picked: 'g0/ghost' }, TELL, '/when/picked'),
  'a rule for a guest that is not there': rule({ guest: 'ghost' }, TELL, '/when/guest'),
  'a rule deep inside which a daypart is not there': rule(
    { any: [EARLY, { not: { all: [{ daypart: 'ghost' }] } }] },
    TELL,
    '/when/any/1/not/all/0/daypart',
  ),
  'a rule that hides what is not there': rule(EARLY, { hide: 'g0/ghost' }, '/then/0/hide'),
  'a rule that sends to a station that is not there': rule(
    EARLY,
    { route: { what: 'g0', station: 'ghost' } },
    '/then/0/route/station',
  ),
  'a rule about an item that is not there': (menu) =>
    `/rules/${menu.rules.push({ id: 'gone', items: ['ghost'], when: EARLY, then: [TELL] }) - 1}/items/0`,
  'a text without the first language': choice((one, path) => put(one, 'name', { es: 'Cosa' }, path)),
  'a text in a language that is not listed': field('groups', 'prompt', { en: 'What?', fr: 'Quoi ?' }),
  'a group whose min is above its max': group((one, path) => ((one.max = 1), put(one, 'min', 2, path), path)),
  'an attachment whose min is above its max': attachment((one, path) => ((one.min = 4), (one.max = 3), path)),
  'a limit whose min is above its max': rule(EARLY, { limit: { group: 'g0', min: 3, max: 2 } }, '/then/0/limit'),
  'an amount whose min is above its max': plain('amount', { min: 500, max: 400 }),
  'a date whose first day is after its last': plain('date', { earliestDays: 5, latestDays: 4 }),
  'a default above the choice’s max': choice((one, path) => ((one.max = 1), put(one, 'default', 2, path))),
  'defaults of an item that are together too many': attachment(
    (one, path, { choices }) => (
      (one.max = 1),
      (one.min = 0),
      delete one.only,
      choices.length < 2 ? undefined : put(one, 'defaults', { [choices[0].id]: 1, [choices[1].id]: 1 }, path)
    ),
  ),
  'a sale that ends before it begins': field('items', 'sale', { price: 1, from: '2026-05-10', until: '2026-05-09' }),
  'a choice that becomes the base twice': choice(
    (one, path) => ((one.price = { base: 500 }), (one.max = 2), path),
    ({ opens }) => !opens,
  ),
  'a choice that multiplies in an opened group': (menu) => {
    const at = menu.groups.findIndex(({ id }: Json) => id === 'in0');
    menu.groups[at].choices[0].price = { times: 20_000 };
    menu.groups[0].choices[0].opens = ['in0'];
    return `/groups/${at}/choices/0`;
  },
  'a choice that multiplies where units are included': group(
    (one, path) => (
      (one.included = 1),
      (one.choices[0].price = { times: 20_000 }),
      delete one.choices[0].max,
      `${path}/choices/0`
    ),
  ),
  'a choice below nothing where units are included': group(
    (one, path) => ((one.included = 1), (one.choices[0].price = { add: -5 }), `${path}/choices/0`),
  ),
  'a choice that opens a date': choice((one, path) => put(one, 'opens', ['day'], path)),
  'groups that open one another': (menu) => `/groups/${menu.groups.push({ ...LOOP }) - 1}`,
  'a table over a group that is not asked': (menu) =>
    menu.items[1].variants
      ? undefined
      : put(menu.items[1], 'variants', { by: ['g0'], cells: [{ pick: { g0: 'c0' } }] }, '/items/1'),
  'a table over a group that is not pick-one': (menu, random) => {
    const at = table('many', [], 'by/0')(menu, random);
    if (at !== undefined) menu.groups.at(-1).max = 2;
    return at;
  },
  'a table with a combination twice': table(
    'one',
    [{ pick: { one: 'c' } }, { pick: { one: 'c' }, price: 5 }],
    'cells/1',
  ),
  'a table with a combination that names too few': table('one', [{ pick: {} }], 'cells/0'),
  'a rule that decides over what it looks at': (menu, random) => {
    const { group: id } = menu.items[0].groups[0];
    return rule({ units: { of: id, atLeast: 1 } }, { limit: { group: id, min: 1 } }, '')(menu, random);
  },
};

/** Breaks a menu document in some ways; returns the expected fault paths. */
export function brokenMenu(menu: Menu, random: Random, witnesses: readonly Break[]): { menu: Json; due: string[] } {
  const broken: Json = structuredClone(menu);
  return { menu: broken, due: witnesses.flatMap((witness) => witness(broken, random) ?? []) };
}
