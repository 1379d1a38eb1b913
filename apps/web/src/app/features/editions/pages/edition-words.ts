import { type Edition, type EditionsNow, localMinute, textIn, type Workbook } from '@hearty-ladle/core';
import { now } from '../../../clock.ts';
import { formatDay, formatMoment } from '../../../text/days.ts';
import { deviceKindName } from '../../../text/roles.ts';
import type { PlanDay } from '../components/plan-calendar.ts';
import type { PublishPlace } from '../components/publish-panel.ts';
import type { StripPlace } from '../components/time-strip.ts';
import type { ScreenRow } from '../components/who-has-it.ts';

/** A row of the list of editions. */
export interface EditionRow {
  readonly number: number;
  readonly name: string;
  readonly note: string;
  readonly about: string;
  /** The locations that have it now. */
  readonly where: string;
}

/** The name of a location; of the house itself if it has none. */
function placeWords(menu: Workbook | undefined, id: string | null): string {
  if (id === null) return menu?.name ?? '';
  const place = menu?.locations?.find((one) => one.id === id);
  const [locale = ''] = menu?.locales ?? [];
  return place ? textIn(place.name, locale, locale) : id;
}

/** The locations to which something can be published, and what they have. */
export function placesInWords(menu: Workbook | undefined, served: EditionsNow | undefined): PublishPlace[] {
  return (menu?.locations ?? []).map(({ id }) => {
    const has = served?.places.find(({ location }) => location === id)?.now?.edition;
    return { id, name: placeWords(menu, id), has: has === undefined ? 'has nothing yet' : `has edition ${has}` };
  });
}

export function stripPlaces(
  menu: Workbook | undefined,
  served: EditionsNow | undefined,
  list: readonly Edition[],
): StripPlace[] {
  const named = (number: number) => {
    const name = list.find((edition) => edition.number === number)?.name;
    return `Edition ${number}${name ? `, ${name}` : ''}`;
  };
  return (served?.places ?? []).map(({ location, now: begun, plans }) => ({
    id: location ?? '',
    name: placeWords(menu, location),
    now: begun ? { edition: named(begun.edition), since: `since ${localWords(begun.local)}` } : undefined,
    plans: plans.map(({ id, edition, local, by }) => ({
      ...{ id, local, by, edition: named(edition), when: localWords(local), place: placeWords(menu, location) },
    })),
  }));
}

/** So many weeks are shown, the first of them the one that it is. */
const WEEKS = 4;
const DAY_MS = 86_400_000;

/** The plans of the next weeks by day, Monday first; days before today are empty. */
export function planWeeks(places: readonly StripPlace[]): PlanDay[][] {
  const today = writtenDay(now());
  const monday =
    new Date(`${today}T00:00:00Z`).getTime() - ((new Date(`${today}T00:00:00Z`).getUTCDay() + 6) % 7) * DAY_MS;
  const plans = places.flatMap((place) => place.plans);
  return Array.from({ length: WEEKS }, (_, week) =>
    Array.from({ length: 7 }, (_, weekday) => {
      const day = new Date(monday + (week * 7 + weekday) * DAY_MS).toISOString().slice(0, 10);
      return {
        day,
        name: formatDay(day, 'en-GB'),
        isPast: day < today,
        isToday: day === today,
        plans: plans.filter(({ local }) => local.startsWith(day)),
      };
    }),
  );
}

/** The day by this browser's clock. */
function writtenDay(moment: Date): string {
  return localMinute(moment, undefined).slice(0, 10);
}

/** “Mon, 30 Nov 2026, 07:00”, by the clock of wherever it is. */
function localWords(local: string): string {
  const [day = '', time = ''] = local.split('T');
  return `${formatDay(day, 'en-GB')}, ${time}`;
}

export function screenRows(menu: Workbook | undefined, served: EditionsNow | undefined): ScreenRow[] {
  const has = new Map(served?.places.map(({ location, now: begun }) => [location, begun?.edition]));
  return (served?.shown ?? []).map(({ name, screen, location, edition, seenAt, isHere }) => ({
    key: [name, screen, location].join('/'),
    place: placeWords(menu, location),
    ...{ name, screen: deviceKindName(screen), edition: `edition ${edition}` },
    state: !isHere ? 'unreachable' : has.get(location) === edition ? 'has it' : 'not yet',
    since: isHere ? '' : `since ${sinceWords(seenAt)}`,
  }));
}

function sinceWords(at: string): string {
  const minutes = Math.round((now().getTime() - new Date(at).getTime()) / 60_000);
  return minutes < 60 ? `${minutes} ${minutes === 1 ? 'minute' : 'minutes'} ago` : formatMoment(at);
}

export function editionRows(
  list: readonly Edition[],
  served: EditionsNow | undefined,
  menu: Workbook | undefined,
): EditionRow[] {
  return list.map(({ number, name, note, by, at, reason }) => ({
    ...{ number, name, note },
    about: `${formatMoment(at)} · ${by}${reason === undefined ? '' : ` · published over line check: ${reason}`}`,
    where: (served?.places ?? [])
      .filter(({ now: begun }) => begun?.edition === number)
      .map(({ location }) => placeWords(menu, location))
      .join(', '),
  }));
}
