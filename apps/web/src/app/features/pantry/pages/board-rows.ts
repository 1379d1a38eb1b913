import {
  type CompiledMenu,
  type Fallout,
  type HeldOff,
  keyOfWhat,
  type NamedWhat,
  textIn,
  type What,
} from '@hearty-ladle/core';
import { staffMessage } from '../../../messages/staff-message.ts';
import { formatDay } from '../../../text/days.ts';

/** What goes down with a deed, in sentences. */
export function falloutTexts(
  menu: CompiledMenu,
  { items, groups, choices, orderGroups }: Fallout,
  armed: readonly What[],
  names: ReadonlyMap<string, NamedWhat>,
  locale: string,
): string[] {
  const asked = new Set(armed.map(keyOfWhat));
  const say = (key: Parameters<typeof staffMessage>[1], values: Record<string, string>) =>
    staffMessage(locale, key, values);
  const namesOf = (whats: readonly What[]) =>
    whats
      .map(keyOfWhat)
      .filter((key) => !asked.has(key))
      .map((key) => names.get(key)?.name ?? key);
  const prompt = (id: string) => {
    const group = menu.menu.groups.find((one) => one.id === id);
    return group ? textIn(group.prompt, locale, menu.firstLocale) : id;
  };
  const dishes = namesOf(items.map((item) => ({ item })));
  const lost = namesOf(choices.map((choice) => ({ choice })));
  return [
    ...(dishes.length > 0 ? [say('board.takes', { names: dishes.join(', ') })] : []),
    ...groups.map(({ item, group }) =>
      say('board.leaves', { dish: names.get(keyOfWhat({ item }))?.name ?? item, group: prompt(group) }),
    ),
    ...(lost.length > 0 ? [say('board.choices', { names: lost.join(', ') })] : []),
    ...(orderGroups.length > 0 ? [say('board.order-groups', { names: orderGroups.map(prompt).join(', ') })] : []),
  ];
}

/** Since when, by whom, where and until when something is off. `now`: local minute of the location. */
export function offText(
  { since, by, until, locations }: HeldOff,
  places: readonly { readonly id: string; readonly name: string }[],
  sinceLocal: string,
  now: string,
  locale: string,
): string {
  const where = locations
    ? staffMessage(locale, 'board.at', {
        places: locations.map((id) => places.find((place) => place.id === id)?.name ?? id).join(', '),
      })
    : staffMessage(locale, 'board.everywhere');
  const time =
    sinceLocal.slice(0, 10) === now.slice(0, 10) ? sinceLocal.slice(11) : formatDay(since.slice(0, 10), locale);
  return [
    staffMessage(locale, 'board.since', { time, by }),
    places.length > 1 ? where : '',
    untilText(until, now, locale),
  ]
    .filter(Boolean)
    .join(' · ');
}

function untilText(until: string | undefined, now: string, locale: string): string {
  if (until === undefined) return staffMessage(locale, 'board.until-open');
  const [day = '', time = ''] = until.split('T');
  const isSoon = Date.parse(`${until}:00Z`) - Date.parse(`${now}:00Z`) < 86_400_000;
  return isSoon
    ? staffMessage(locale, 'board.until', { time })
    : staffMessage(locale, 'board.until-day', { day: formatDay(day, locale), time });
}
