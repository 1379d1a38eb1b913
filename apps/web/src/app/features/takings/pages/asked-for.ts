import { TAKINGS_BY, type TakingsBy, type TakingsFilter } from '@hearty-ladle/core';
import { later } from '../figures/time-figure.ts';

/** What the address asks to see: it is kept by a reload, and can be sent to somebody. */
export interface AskedFor {
  readonly filter: TakingsFilter;
  readonly by: TakingsBy;
  /** How many days up to today; empty for days of one's own. */
  readonly days: string;
  readonly compares: boolean;
  /** How many days before the compared weeks are: whole weeks, so that weekdays meet their like. */
  readonly shift: number;
  readonly with: string;
}

interface Params {
  readonly get: (name: string) => string | null;
}

const USUAL_DAYS = '28';
const DAY_MS = 86_400_000;

/** Reads what is asked for from the query of an address; what makes no sense in it is passed over. */
export function askedFor(params: Params, today: string): AskedFor {
  const days = params.get('days') ?? (isDay(params.get('from')) ? '' : USUAL_DAYS);
  const length = Number(days);
  const isPeriod = days !== '' && Number.isInteger(length) && length > 0 && length <= 3_660;
  const first = isPeriod ? later(today, 1 - length) : dayOr(params.get('from'), later(today, 1 - Number(USUAL_DAYS)));
  const last = isPeriod ? today : dayOr(params.get('to'), today);
  const [from, to] = first <= last ? [first, last] : [last, first];
  const [fromHour, toHour] = [hourOf(params.get('fromHour')), hourOf(params.get('toHour'))];
  const channel = params.get('channel');
  const service = params.get('service');
  const by = TAKINGS_BY.find((one) => one === params.get('by')) ?? 'day';
  return {
    filter: {
      from,
      to,
      ...named('location', params.get('location')),
      ...(channel === 'online' || channel === 'pos' ? { channel } : {}),
      ...(service === 'dine-in' || service === 'takeaway' || service === 'delivery' ? { service } : {}),
      ...(fromHour !== undefined && toHour !== undefined && fromHour < toHour && { fromHour, toHour }),
      ...named('item', params.get('item')),
    },
    by,
    days: isPeriod ? days : '',
    compares: params.get('compare') === 'yes',
    shift: Math.ceil(((Date.parse(to) - Date.parse(from)) / DAY_MS + 1) / 7) * 7,
    with: thingOf(params.get('with')),
  };
}

function named<N extends string>(name: N, value: string | null): Partial<Record<N, string>> {
  return value === null || value === '' ? {} : ({ [name]: value } as Partial<Record<N, string>>);
}

/** A dish or a choice that others are looked at with, as `thingsToGoWith` has them. */
function thingOf(text: string | null): string {
  return text !== null && /^(item:.|choice:.+\/.)/.test(text) ? text : '';
}

function isDay(text: string | null): text is string {
  return text !== null && /^\d{4}-\d\d-\d\d$/.test(text) && !Number.isNaN(Date.parse(text));
}

const dayOr = (text: string | null, other: string) => (isDay(text) ? text : other);

function hourOf(text: string | null): number | undefined {
  return text !== null && /^\d{1,2}$/.test(text) && Number(text) <= 24 ? Number(text) : undefined;
}
