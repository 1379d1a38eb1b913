import { type HangTime, type Menu, NO_ITEM, offeredOn, type RepeatedNote } from '@hearty-ladle/core';
import type { TakingsAnswer } from '../../../api/takings-api.ts';
import type { SoldNames } from '../../../text/sold-names.ts';
import type { Option } from '../../../ui/fields/option.ts';
import type { Figure, Telling } from '../figures/figure.ts';
import {
  choicesFigure,
  dishesFigure,
  kitchenFigure,
  missedFigure,
  notesFigure,
  togetherFigure,
} from '../figures/tables.ts';
import { timeFigure } from '../figures/time-figure.ts';

interface Shown {
  readonly telling: Telling;
  readonly shift: number;
  readonly station: string;
}

/** What is told as a table, with its chart. */
export function figureOf(
  now: TakingsAnswer,
  before: TakingsAnswer | undefined,
  { telling, shift, station }: Shown,
): Figure {
  switch (now.view) {
    case 'time':
      return timeFigure(now.told, before?.view === 'time' ? before.told : undefined, shift, telling);
    case 'dishes':
      return dishesFigure(now.told, before?.view === 'dishes' ? before.told : undefined, telling);
    case 'groups':
      return choicesFigure(now.told, telling);
    case 'together':
      return togetherFigure(now.told, telling);
    case 'notes':
      return notesFigure(now.told, telling);
    case 'kitchen':
      return kitchenFigure(now.told, station, telling);
    case 'missed':
      return missedFigure(now.told, telling);
  }
}

/** The stations with tickets, those with most of them first. */
export function stationsOf(times: readonly HangTime[], names: SoldNames): Option[] {
  return times
    .filter(({ hour }) => hour === null)
    .toSorted((one, other) => other.tickets - one.tickets)
    .map(({ station }) => ({ value: station, label: names.station(station) }));
}

/** What others can be looked at with: pairs of dishes, a dish, or a choice. */
export function thingsToGoWith(menu: Menu, names: SoldNames): Option[] {
  const dishes = menu.items.map(({ id }) => ({ value: `item:${id}`, label: names.item(id) }));
  const choices = menu.groups.flatMap((group) =>
    group.kind === 'choices'
      ? (group.choices ?? []).map(({ id }) => ({
          value: `choice:${group.id}/${id}`,
          label: names.thing({ group: group.id, choice: id }),
        }))
      : [],
  );
  return [{ value: '', label: 'All pairs of dishes' }, ...dishes, ...choices];
}

/** The groups of choices that a note could become a choice of: those asked with most of the dishes it was written with. */
export function groupsForNote(menu: Menu, { items }: RepeatedNote): string[] {
  const written = new Set(items);
  const asked = new Map(offeredOn(menu));
  // What is asked once per order belongs to no dish.
  for (const { group } of menu.orderGroups ?? []) asked.set(group, [...(asked.get(group) ?? []), NO_ITEM]);
  return [...asked]
    .map(([group, dishes]) => ({ group, with: dishes.filter((dish) => written.has(dish)).length }))
    .filter(
      ({ group, with: count }) => count > 0 && menu.groups.some(({ id, kind }) => id === group && kind === 'choices'),
    )
    .sort((one, other) => other.with - one.with)
    .map(({ group }) => group)
    .slice(0, 12);
}
