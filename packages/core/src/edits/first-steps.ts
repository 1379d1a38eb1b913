import type { Edit } from '../change/edit.ts';
import { newChoice, newGroup, newId, parseTypedList, type TypedChoice } from '../exchange/typed-list.ts';
import type { Item } from '../menu/document.ts';
import type { Group } from '../menu/group-schema.ts';
import type { Workbook } from '../menu/workbook.ts';
import { minorDigits } from '../money/currencies.ts';

/** What a house is asked first. */
export interface FirstAnswers {
  readonly name: string;
  readonly currency: string;
  readonly locales: readonly string[];
  readonly location: string;
  readonly station: string;
}

/** What the house already says. */
export function firstAnswersOf({ name, currency, locales, locations = [], stations }: Workbook): FirstAnswers {
  return { name, currency, locales, location: locations[0]?.name ?? '', station: stations[0]?.name ?? '' };
}

/** Names the house, its first location and its first station. */
export function houseEdits(menu: Workbook, { name, currency, locales, location, station }: FirstAnswers): Edit[] {
  const [firstLocation] = menu.locations ?? [];
  const [firstStation] = menu.stations;
  const { format, orderGroups } = menu;
  const settings = { format, name, currency, locales: [...locales], ...(orderGroups && { orderGroups }) };
  return [
    { type: 'put', kind: 'settings', thing: settings },
    {
      type: 'put',
      kind: 'locations',
      thing: { ...firstLocation, id: firstLocation?.id ?? newId(location, []), name: location },
    },
    {
      type: 'put',
      kind: 'stations',
      thing: { ...firstStation, id: firstStation?.id ?? newId(station, []), name: station },
    },
  ];
}

/** The dishes of a list typed one per line, and the lines, as typed, that lack a price or can't be read. */
export function typedDishes(
  menu: Workbook,
  text: string,
): { readonly dishes: readonly PricedDish[]; readonly left: readonly string[] } {
  const lists = menu.priceLists.map(({ id }) => id);
  const lines = text.split(/\r?\n/).filter((line) => line.trim() !== '');
  const read = lines.map((line) => {
    const [typed] = parseTypedList(line, minorDigits(menu.currency), lists).choices;
    return { line, dish: typed && priced(typed) };
  });
  return {
    dishes: read.flatMap(({ dish }) => dish ?? []),
    left: read.flatMap(({ line, dish }) => (dish ? [] : [line])),
  };
}

/** A dish of a typed list. */
export interface PricedDish {
  readonly name: string;
  readonly price: Item['price'];
}

/** A dish has a price from 0; a percentage or a multiple is none. */
function priced({ name, price }: TypedChoice): PricedDish | undefined {
  const amount = price && ('add' in price ? price.add : 'base' in price ? price.base : undefined);
  if (amount === undefined) return undefined;
  const isSound = Object.values(typeof amount === 'number' ? [amount] : amount).every((value) => value >= 0);
  return isSound ? { name, price: amount } : undefined;
}

/** Adds a section with its dishes; a section of that name gets them. */
export function sectionEdits(menu: Workbook, name: string, dishes: readonly PricedDish[]): Edit[] {
  const known = menu.sections.find((section) => section.name === name);
  const section =
    known?.id ??
    newId(
      name,
      menu.sections.map(({ id }) => id),
    );
  const taken = menu.items.map(({ id }) => id);
  const [station] = menu.stations;
  const items = dishes.map((dish): Edit => {
    const id = newId(dish.name, taken);
    taken.push(id);
    return { type: 'put', kind: 'items', thing: { id, name: dish.name, price: dish.price, sections: [section] } };
  });
  const put: Edit = {
    type: 'put',
    kind: 'sections',
    thing: { id: section, name, ...(station && { station: station.id }) },
  };
  return known ? items : [put, ...items];
}

/** A question, its choices, and the dishes on which it is asked. `pickOne`: exactly one answer. */
export interface AskedQuestion {
  readonly question: string;
  readonly choices: readonly TypedChoice[];
  readonly pickOne: boolean;
  readonly dishes: readonly string[];
}

/** Adds a question as a group of some dishes. */
export function questionEdits(menu: Workbook, { question, choices, pickOne, dishes }: AskedQuestion): Edit[] {
  const made = newGroup(
    question,
    'choices',
    menu.groups.map(({ id }) => id),
  );
  const taken: string[] = [];
  const rows = choices.map((typed) => {
    const choice = newChoice(typed, taken);
    taken.push(choice.id);
    return choice;
  });
  const group = { ...made, ...(pickOne && { min: 1, max: 1 }), choices: rows } as Group;
  const items = menu.items.filter(({ id }) => dishes.includes(id));
  return [
    { type: 'put', kind: 'groups', thing: group },
    ...items.map((item): Edit => ({
      type: 'put',
      kind: 'items',
      thing: { ...item, groups: [...(item.groups ?? []), { group: group.id }] },
    })),
  ];
}
