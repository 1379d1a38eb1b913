import type { CompiledMenu } from '../compile/compiled.ts';
import type { Channel, Service } from '../menu/condition-schema.ts';
import type { CircumstanceTest } from '../rules/holds.ts';
import { isOn } from './calendar.ts';
import type { ProblemList } from './problem.ts';
import type { Context, Out } from './request-schema.ts';

/** Tells the local minute (`YYYY-MM-DDTHH:MM`) in a time zone; the core itself knows no clock. */
export type Clock = (timeZone: string | undefined) => string;

/** Where, when, how and for whom something is ordered, with every default filled in. */
export interface Circumstances {
  readonly channel: Channel;
  readonly service: Service;
  readonly location: string | undefined;
  readonly priceList: string;
  readonly guest: string | undefined;
  readonly at: string;
  readonly out: OutIndex;
  readonly test: (test: CircumstanceTest) => boolean;
}

export interface OutIndex {
  readonly items: ReadonlySet<string>;
  readonly choices: ReadonlySet<string>;
  readonly ingredients: ReadonlySet<string>;
  readonly variants: NonNullable<Out['variants']>;
  /** Whether nothing but combinations is out. */
  readonly isEmpty: boolean;
}

/** Fills in the defaults; a location or price list that the menu does not know is a problem and ignored. */
export function circumstancesOf(menu: CompiledMenu, said: Context, clock: Clock, problems: ProblemList): Circumstances {
  const location = said.location === undefined ? undefined : menu.locations.get(said.location);
  if (said.location !== undefined && !location) problems.add('unknown-location');
  const known = said.priceList !== undefined && menu.priceLists.has(said.priceList);
  if (said.priceList !== undefined && !known) problems.add('unknown-price-list');
  const priceList = (known ? said.priceList : location?.priceList) ?? menu.firstList;
  const { channel = 'online', service = 'dine-in', guest } = said;
  const at = said.at ?? clock(location?.timeZone);
  const test = (condition: CircumstanceTest): boolean => {
    if ('channel' in condition) return condition.channel === channel;
    if ('service' in condition) return condition.service === service;
    if ('location' in condition) return condition.location === location?.id;
    if ('daypart' in condition) return daypartIsOn(menu, condition.daypart, at);
    if ('priceList' in condition) return condition.priceList === priceList;
    if ('guest' in condition) return condition.guest === guest;
    return false;
  };
  return { channel, service, location: location?.id, priceList, guest, at, out: outIndex(said.out), test };
}

export function daypartIsOn(menu: CompiledMenu, id: string, at: string): boolean {
  const daypart = menu.dayparts.get(id);
  return daypart !== undefined && isOn(daypart, at);
}

const NOTHING_OUT: OutIndex = { items: new Set(), choices: new Set(), ingredients: new Set(), variants: [], isEmpty: true };

function outIndex(out: Out | undefined): OutIndex {
  if (!out) return NOTHING_OUT;
  const { items = [], choices = [], ingredients = [], variants = [] } = out;
  const isEmpty = items.length + choices.length + ingredients.length === 0;
  return { items: new Set(items), choices: new Set(choices), ingredients: new Set(ingredients), variants, isEmpty };
}
