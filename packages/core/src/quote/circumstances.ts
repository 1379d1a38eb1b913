import type { CircumstanceTest, CompiledMenu } from '../compile/compiled.ts';
import type { Channel, Service } from '../menu/condition-schema.ts';
import { type Clock, isOn } from './calendar.ts';
import type { ProblemList } from './problem.ts';
import type { Context, Out } from '../api/line.ts';

/** Where, when, how and for whom something is ordered, with all defaults filled in. */
export interface Circumstances {
  readonly channel: Channel;
  readonly service: Service;
  readonly location: string | undefined;
  readonly priceList: string;
  readonly guest: string | undefined;
  readonly at: string;
  readonly out: UnavailableIndex;
  /** Whether a daypart applies. */
  readonly daypartIsOn: (daypart: string) => boolean;
  readonly test: (test: CircumstanceTest) => boolean;
}

export interface UnavailableIndex {
  readonly items: ReadonlySet<string>;
  readonly choices: ReadonlySet<string>;
  readonly ingredients: ReadonlySet<string>;
  readonly variants: NonNullable<Out['variants']>;
  /** Whether nothing is out, except perhaps combinations. */
  readonly isEmpty: boolean;
}

/** Fills in the defaults; an unknown location or price list is a problem and ignored. */
export function circumstancesOf(
  menu: CompiledMenu,
  request: Context,
  clock: Clock,
  problems: ProblemList,
): Circumstances {
  const location = request.location === undefined ? undefined : menu.locations.get(request.location);
  if (request.location !== undefined && !location) problems.add('unknown-location');
  const known = request.priceList !== undefined && menu.priceLists.has(request.priceList);
  if (request.priceList !== undefined && !known) problems.add('unknown-price-list');
  const priceList = (known ? request.priceList : location?.priceList) ?? menu.firstList;
  const { channel = 'online', service = 'dine-in', guest } = request;
  const at = request.at ?? clock(location?.timeZone);
  const daypartIsOn = daypartsAt(menu, at);
  const test = ({ of, is }: CircumstanceTest): boolean => {
    switch (of) {
      case 'channel':
        return is === channel;
      case 'service':
        return is === service;
      case 'location':
        return is === location?.id;
      case 'daypart':
        return daypartIsOn(is);
      case 'priceList':
        return is === priceList;
      case 'guest':
        return is === guest;
    }
  };
  return {
    channel,
    service,
    location: location?.id,
    priceList,
    guest,
    at,
    out: outIndex(request.out),
    daypartIsOn,
    test,
  };
}

/** Returns which dayparts apply at a moment, each computed once. */
function daypartsAt(menu: CompiledMenu, at: string): (id: string) => boolean {
  let known: Map<string, boolean> | undefined;
  return (id) => {
    const before = known?.get(id);
    if (before !== undefined) return before;
    const daypart = menu.dayparts.get(id);
    const on = daypart !== undefined && isOn(daypart, at);
    known ??= new Map();
    known.set(id, on);
    return on;
  };
}

const NOTHING_OUT: UnavailableIndex = {
  items: new Set(),
  choices: new Set(),
  ingredients: new Set(),
  variants: [],
  isEmpty: true,
};

function outIndex(out: Out | undefined): UnavailableIndex {
  if (!out) return NOTHING_OUT;
  const { items = [], choices = [], ingredients = [], variants = [] } = out;
  const isEmpty = items.length + choices.length + ingredients.length === 0;
  return { items: new Set(items), choices: new Set(choices), ingredients: new Set(ingredients), variants, isEmpty };
}
