import {
  allergenName,
  type AllergenRow,
  compileMenu,
  isListed,
  minorDigits,
  moneyText,
  priceIn,
  type Menu,
  textIn,
} from '@hearty-ladle/core';

/** A dish on the allergen sheet, in words. */
export interface SheetRow {
  readonly id: string;
  readonly name: string;
  readonly always: string;
  /** What choices bring, and which. */
  readonly may: readonly { readonly allergen: string; readonly choices: string; readonly isAvoidable: boolean }[];
  readonly unstated: string;
}

export function sheetRows(menu: Menu, rows: readonly AllergenRow[], locale: string): SheetRow[] {
  const first = menu.locales[0] ?? '';
  const choices = new Map<string, string>(
    menu.groups.flatMap((group) =>
      group.kind === 'choices'
        ? (group.choices ?? []).map(({ id, name }) => [`${group.id}/${id}`, textIn(name, locale, first)] as const)
        : [],
    ),
  );
  const names = new Map(menu.items.map(({ id, name }) => [id, textIn(name, locale, first)]));
  const named = (paths: readonly string[]) => [...new Set(paths.map((path) => choices.get(path) ?? path))].join(', ');
  return rows.map(({ item, name, always, mayBring, avoidable, unstated }) => ({
    id: item,
    name: names.get(item) ?? name,
    always: always.map((one) => allergenName(one, locale)).join(', '),
    may: mayBring
      .filter(({ allergen }) => !always.includes(allergen))
      .map(({ allergen, choices: paths }) => ({
        allergen: allergenName(allergen, locale),
        choices: named(paths),
        isAvoidable: avoidable.includes(allergen),
      })),
    unstated: [
      ...(unstated.includes(`items/${item}`) ? ['the dish itself'] : []),
      named(unstated.filter((path) => !path.startsWith('items/'))),
    ]
      .filter((part) => part !== '')
      .join(', '),
  }));
}

/** The menu as a list: sections with their dishes, and what each costs on every price list. */
export function menuList(menu: Menu, location: string | undefined, locale: string) {
  const first = menu.locales[0] ?? '';
  const [firstList] = menu.priceLists;
  const digits = minorDigits(menu.currency);
  const listed = menu.items.filter((item) => isListed(item, 'pos', location) || isListed(item, 'online', location));
  return menu.sections
    .map((section) => ({
      id: section.id,
      name: textIn(section.name, locale, first),
      dishes: listed
        .filter(({ sections: [own] = [] }) => own === section.id)
        .map(({ id, name, description, price }) => ({
          id,
          name: textIn(name, locale, first),
          description: description === undefined ? '' : textIn(description, locale, first),
          prices: menu.priceLists.map((list) => moneyText(priceIn(price, list.id, firstList?.id ?? ''), digits)),
        })),
    }))
    .filter(({ dishes }) => dishes.length > 0);
}

/** What a station makes: its dishes, and every choice with its kitchen name and portion. */
export function stationGuide(menu: Menu, station: string, location: string | undefined, locale: string) {
  const compiled = compileMenu(menu);
  const first = menu.locales[0] ?? '';
  const home = (item: Menu['items'][number]) =>
    item.station ??
    item.sections?.map((id) => menu.sections.find((one) => one.id === id)?.station).find((id) => id !== undefined) ??
    menu.stations[0]?.id;
  const dishes = menu.items.filter((item) => location === undefined || (item.locations?.includes(location) ?? true));
  const groups = new Map<string, { readonly name: string; readonly choices: Map<string, GuideRow> }>();
  for (const item of dishes)
    for (const { id, group, choices } of compiled.item(item.id)?.groups ?? [])
      for (const { choice, ticketName, uses } of choices) {
        if ((choice.station ?? home(item)) !== station) continue;
        const known = groups.get(id) ?? { name: group.name, choices: new Map<string, GuideRow>() };
        groups.set(id, known);
        known.choices.set(choice.id, {
          id: choice.id,
          name: textIn(choice.name, locale, first),
          ticketName,
          portion: portionText(menu, uses),
        });
      }
  const made = dishes
    .filter((item) => home(item) === station)
    .map((item) => ({
      id: item.id,
      name: textIn(item.name, locale, first),
      ticketName: item.kitchenName ?? textIn(item.name, first, first),
      portion: portionText(menu, compiled.item(item.id)?.uses ?? []),
    }));
  return [
    { id: '', name: 'Dishes', rows: made },
    ...[...groups].map(([id, { name, choices }]) => ({ id, name, rows: [...choices.values()] })),
  ].filter(({ rows }) => rows.length > 0);
}

interface GuideRow {
  readonly id: string;
  readonly name: string;
  readonly ticketName: string;
  readonly portion: string;
}

function portionText(
  menu: Menu,
  uses: readonly { readonly ingredient: string; readonly thousandths: number }[],
): string {
  return uses
    .map(({ ingredient, thousandths }) => {
      const found = menu.ingredients?.find(({ id }) => id === ingredient);
      return `${thousandths / 1000} ${found?.unit ?? ''} ${found?.name ?? ingredient}`;
    })
    .join(', ');
}
