import { type ReferenceRole, textIn, type UsePlace, type Workbook } from '@hearty-ladle/core';

const ROLE_WORDS: Readonly<Record<ReferenceRole, string>> = {
  attached: 'has it',
  'attached-by-section': 'its dishes have it',
  brings: 'all its dishes have it',
  opened: 'opens it',
  'made-at': 'made there',
  'read-at': 'prints there',
  backup: 'prints there when its own printer is down',
  'in-section': 'is in it',
  'on-sale-in': 'sold then',
  uses: 'uses it',
  'shows-picture': 'shows it',
  differs: 'differs in it',
  variants: 'has variants by it',
  'priced-by': 'is priced by it',
  'stands-for': 'is this dish',
  excepted: 'excepted from it',
  rule: 'uses it in a rule',
  'price-list': 'prices from it',
  'location-list': 'sells at its prices',
  'sold-at': 'is sold there, and not everywhere',
};

/** A place that uses something, by name, with the screen that shows it. */
export interface UseText {
  readonly key: string;
  readonly name: string;
  readonly what: string;
  readonly link: readonly string[] | undefined;
}

export function describeUse(menu: Workbook, { kind, id, choice, role }: UsePlace): UseText {
  const what = ROLE_WORDS[role];
  const key = `${kind} ${id} ${choice ?? ''} ${role}`;
  const of = (name: string, link?: readonly string[]): UseText => ({ key, name, what, link });
  switch (kind) {
    case 'items':
      return of(nameIn(menu, menu.items, id), ['/menu', id]);
    case 'groups': {
      const group = menu.groups.find((it) => it.id === id);
      const inner =
        group?.kind === 'choices' && choice !== undefined ? group.choices?.find((it) => it.id === choice) : undefined;
      return of(inner ? `${group?.name ?? id} · ${words(menu, inner.name)}` : (group?.name ?? id), ['/groups', id]);
    }
    case 'rules':
      return of(menu.rules?.find((it) => it.id === id)?.name ?? id, ['/rules', id]);
    case 'sections':
      return of(nameIn(menu, menu.sections, id));
    case 'tags':
      return of(`Dishes tagged #${id}`);
    case 'order':
      return of('Every order', undefined);
    default:
      return of(menu[kind]?.find((it) => it.id === id)?.name ?? id);
  }
}

function nameIn(
  menu: Workbook,
  things: readonly { id: string; name: Parameters<typeof textIn>[0] }[],
  id: string,
): string {
  const thing = things.find((it) => it.id === id);
  return thing ? words(menu, thing.name) : id;
}

function words(menu: Workbook, text: Parameters<typeof textIn>[0]): string {
  const [first = ''] = menu.locales;
  return textIn(text, first, first);
}
