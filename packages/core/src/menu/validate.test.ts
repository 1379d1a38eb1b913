import { describe, expect, it } from 'vitest';
import { parseMenuDocument } from '../validation/index.ts';
import type { Menu } from '../index.ts';
import { brothBar } from '../testing/broth-bar.ts';
import { faultMessage } from '../messages/fault-message.ts';

type Loose = Record<string, never> & { [key: string]: Loose };

/** The faults of the broth bar after a modification, as `code path`. */
function faultsAfter(change: (menu: Loose) => unknown): string[] {
  const menu = brothBar();
  change(menu as unknown as Loose);
  const parsed = parseMenuDocument(menu);
  if (parsed.ok) return [];
  for (const fault of parsed.faults) expect(faultMessage(fault)).toMatch(/^.{10,}[.”]$/u);
  return parsed.faults.map(({ code, path }) => `${code} ${path}`);
}

const set = (path: string, value: unknown) => (menu: Loose) => {
  const keys = path.split('/').slice(1);
  const last = keys.pop() ?? '';
  const at = keys.reduce<Loose>((it, key) => it[key] as unknown as Loose, menu);
  (at as Record<string, unknown>)[last] = value;
};
const EGG = '/groups/1/choices/0';
const rule = (when: unknown, ...then: unknown[]) => set('/rules/9', { id: 'new', when, then });

describe('a document is refused for', () => {
  it.each<[string, string, (menu: Loose) => unknown]>([
    ['a number that is too large', 'out-of-range /items/0/price', set('/items/0/price', 100_000_001)],
    ['a negative price of an item', 'out-of-range /items/0/price', set('/items/0/price', -1)],
    ['a max of 0', 'out-of-range /groups/0/max', set('/groups/0/max', 0)],
    ['no languages', 'too-short /locales', set('/locales', [])],
    ['a rule without effects', 'too-short /rules/0/then', set('/rules/0/then', [])],
    ['an empty all', 'too-short /rules/0/when/all', set('/rules/0/when', { all: [] })],
    ['units without a bound', 'needs-one-of /rules/0/when/units', set('/rules/0/when', { units: { of: 'size' } })],
    [
      'a limit without a bound',
      'needs-one-of /rules/1/then/0/limit',
      set('/rules/1/then/0', { limit: { group: 'toppings' } }),
    ],
    [
      'two kinds of price in one',
      'unknown-field /groups/0/choices/1/price/percent',
      set('/groups/0/choices/1/price', { add: 1, percent: 1 }),
    ],
    ['a weekday that is none', 'out-of-range /dayparts/0/days/0', set('/dayparts/0/days/0', 8)],
    ['a date that is none', 'bad-format /items/1/sale/from', set('/items/1/sale/from', '2026-02-30')],
    ['a time zone that is none', 'bad-format /locations/1/timeZone', set('/locations/1/timeZone', 'Moon/Base')],
    ['an id in capitals', 'bad-format /groups/0/id', set('/groups/0/id', 'Size')],
    ['a key that is no id', 'bad-key /items/0/price/Counter Two', set('/items/0/price/Counter Two', 1)],
    ['too few columns', 'out-of-range /stations/0/columns', set('/stations/0/columns', 19)],
    ['an unknown channel', 'not-one-of /items/4/channels/0', set('/items/4/channels/0', 'fax')],
    ['an unknown kind of group', 'not-one-of /groups/6/kind', set('/groups/6/kind', 'poem')],
    ['a field of another kind', 'unknown-field /groups/8/choices', set('/groups/8/choices', [])],
    ['an amount id used twice', 'id-twice /groups/1/amounts/1/id', set('/groups/1/amounts/1/id', 'extra')],
    ['a rule id used twice', 'id-twice /rules/1/id', set('/rules/1/id', 'egg-consent')],
    [
      'a group opened twice',
      'opened-twice /groups/4/choices/0/opens/1',
      set('/groups/4/choices/0/opens', ['spread', 'spread']),
    ],
    [
      'a location with an unknown price list',
      'unknown-reference /locations/1/priceList',
      set('/locations/1/priceList', 'moon'),
    ],
    ['a section with an unknown station', 'unknown-reference /sections/0/station', set('/sections/0/station', 'roof')],
    [
      'an unknown ingredient',
      'unknown-reference /items/0/uses/0/ingredient',
      set('/items/0/uses/0/ingredient', 'gold'),
    ],
    [
      'an unknown choice in only',
      'unknown-reference /items/1/groups/0/only/0',
      set('/items/1/groups/0/only/0', 'gold'),
    ],
    [
      'an unknown choice in defaults',
      'unknown-reference /items/1/groups/0/defaults/gold',
      set('/items/1/groups/0/defaults', { gold: 1 }),
    ],
    [
      'an unknown choice in prices',
      'unknown-reference /items/1/groups/0/prices/gold',
      set('/items/1/groups/0/prices', { gold: 1 }),
    ],
    [
      'an unknown choice in by',
      'unknown-reference /groups/1/choices/0/price/by/prices/vat',
      set(`${EGG}/price/by/prices/vat`, 1),
    ],
    [
      'an unknown group in by',
      'unknown-reference /groups/1/choices/0/price/by/group',
      set(`${EGG}/price/by/group`, 'ghost'),
    ],
    ['an unknown group in opens', 'unknown-reference /groups/1/choices/0/opens/0', set(`${EGG}/opens`, ['ghost'])],
    ['an unknown item behind a choice', 'unknown-reference /groups/1/choices/0/item', set(`${EGG}/item`, 'ghost')],
    [
      'an unknown exception',
      'unknown-reference /groups/6/attachTo/except/0',
      set('/groups/6/attachTo/except/0', 'ghost'),
    ],
    [
      'a note to an unknown station',
      'unknown-reference /groups/7/note/stations/0',
      set('/groups/7/note/stations/0', 'roof'),
    ],
    [
      'a rule about an unknown guest',
      'unknown-reference /rules/9/when/guest',
      rule({ guest: 'ghost' }, { tell: 'Boo' }),
    ],
    [
      'a rule about an unknown daypart',
      'unknown-reference /rules/9/when/not/daypart',
      rule({ not: { daypart: 'tea' } }, { tell: 'Boo' }),
    ],
    [
      'a rule that routes nowhere',
      'unknown-reference /rules/9/then/0/route/station',
      rule({ channel: 'pos' }, { route: { what: 'size', station: 'roof' } }),
    ],
    [
      'a rule that shows what is not there',
      'unknown-reference /rules/9/then/0/show',
      rule({ channel: 'pos' }, { show: 'size/vat' }),
    ],
    [
      'a price of an attachment without the first list',
      'no-first-price-list /items/1/groups/0/prices/egg',
      set('/items/1/groups/0/prices', { egg: { courier: 1 } }),
    ],
    [
      'a tell without the first language',
      'no-first-language /rules/2/then/3/tell',
      set('/rules/2/then/3/tell', { 'es-US': 'Hola' }),
    ],
    [
      'a limit whose min is above its max',
      'min-above-max /rules/9/then/0/limit',
      rule({ channel: 'pos' }, { limit: { group: 'bread', min: 3, max: 2 } }),
    ],
    [
      'named amounts from 10 to 5',
      'min-above-max /groups/14/amount',
      set('/groups/14/amount', { min: { counter: 1, courier: 10 }, max: 5 }),
    ],
    [
      'days that end before they begin',
      'min-above-max /groups/16/date',
      set('/groups/16/date', { earliestDays: 5, latestDays: 4 }),
    ],
    [
      'a preselected choice above its max, on a dish',
      'default-above-max /items/0/groups/0/defaults/bowl',
      set('/items/0/groups/0/defaults', { bowl: 2 }),
    ],
    [
      'preselected choices above the limit of a dish',
      'defaults-above-max /items/5/groups/0',
      set('/items/5/groups/0/max', 1),
    ],
    ['a date that a choice opens', 'opens-kind /groups/1/choices/0/opens/0', set(`${EGG}/opens`, ['wanted'])],
    [
      'a multiplying choice that is opened',
      'base-opened /groups/0/choices/2',
      set('/groups/3/choices/0/opens', ['size']),
    ],
    [
      'a multiplying choice where a dish includes some',
      'base-included /items/0/groups/0',
      set('/items/0/groups/0/included', 1),
    ],
    [
      'a multiplying choice asked of the order',
      'base-in-order /orderGroups/3',
      set('/orderGroups/3', { group: 'size' }),
    ],
    [
      'a discount by a rule where some are included',
      'discount-included /rules/9/then/0/setChoice/add',
      rule({ channel: 'pos' }, { setChoice: { choice: 'toppings/egg', add: -1 } }),
    ],
    [
      'a discount by a tier where some are included',
      'discount-included /groups/1/choices/0/price/tiers/0/add',
      set(`${EGG}/price/tiers`, [{ from: 2, add: -5 }]),
    ],
    [
      'a discount on a dish where some are included',
      'discount-included /items/1/groups/0/prices/egg',
      set('/items/1/groups/0/prices/egg', -5),
    ],
    [
      'a table over a group that the dish does not ask',
      'by-not-pick-one /items/3/variants/by/0',
      set('/items/3/variants/by/0', 'size'),
    ],
    [
      'a cell with a choice that the dish left out',
      'unknown-reference /items/3/variants/cells/2/pick/milk',
      set('/items/3/groups/1/only', ['dairy']),
    ],
    [
      'a cell that names one group too many',
      'cell-extra /items/3/variants/cells/0/pick/size',
      set('/items/3/variants/cells/0/pick/size', 'cup'),
    ],
    [
      'the order’s rules in a circle',
      'rules-circle /rules/9',
      rule({ picked: 'cutlery/set' }, { hide: 'cutlery/bag' }),
    ],
  ])('%s', (_, expected, change) => {
    expect(faultsAfter(change)).toContain(expected);
  });

  it('more than four openings below one another, but not four', () => {
    const chain = (length: number) => (menu: Loose) => {
      const { groups } = menu as unknown as Menu;
      for (let i = 0; i <= length; i++) {
        groups.push({
          id: `deep${i}`,
          name: 'Deep',
          prompt: 'Deep',
          kind: 'choices',
          choices: [{ id: 'on', name: 'On', ...(i < length && { opens: [`deep${i + 1}`] }) }],
        });
      }
    };
    expect(faultsAfter(chain(4))).toEqual([]);
    expect(faultsAfter(chain(5))).toEqual(['opens-too-deep /groups/17']);
  });

  it('nothing, where rules only seem to run in a circle: on no dish do they meet', () => {
    const apart = (menu: Loose) => {
      rule({ picked: 'pour/small' }, { hide: 'size/cup' })(menu);
      set('/rules/10', { id: 'other', when: { picked: 'size/cup' }, then: [{ hide: 'pour/large' }] })(menu);
    };
    expect(faultsAfter(apart)).toEqual([]);
  });

  it('nothing, where ids are words that objects know already', () => {
    const named = (menu: Loose) => {
      set('/groups/2/choices/0/id', 'constructor')(menu);
      set('/items/0/groups/3/prices', { constructor: 5 })(menu);
    };
    expect(faultsAfter(named)).toEqual([]);
  });
});
