import type { Id, Menu, Text } from '../menu/document.ts';
import { textIn } from '../menu/text.ts';
import { plainText } from '../search/find-by-name.ts';
import { type Token, tokensOf } from './tokens.ts';

/** What a name in a rule can stand for. */
export type NameKind =
  'groups' | 'choices' | 'items' | 'sections' | 'stations' | 'locations' | 'dayparts' | 'priceLists' | 'guests';

/** Something of the menu that a rule can speak of. `ref`: its id, for a choice `group/choice`. */
export interface RuleName {
  readonly kind: NameKind;
  readonly ref: string;
  readonly name: string;
  readonly tokens: readonly Token[];
}

const known = new WeakMap<Menu, Readonly<Record<NameKind, readonly RuleName[]>>>();

/** Every name that rules can speak of, by kind; groups by the operator's own name for them. */
export function ruleNames(menu: Menu): Readonly<Record<NameKind, readonly RuleName[]>> {
  const before = known.get(menu);
  if (before) return before;
  const [first = ''] = menu.locales;
  const list = (kind: NameKind, things: readonly { id: Id; name: Text }[] | undefined): RuleName[] =>
    (things ?? []).map(({ id, name }) => ruleName(kind, id, textIn(name, first, first)));
  const names = {
    groups: list('groups', menu.groups),
    choices: menu.groups.flatMap((group) =>
      group.kind === 'choices'
        ? (group.choices ?? []).map(({ id, name }) =>
            ruleName('choices', `${group.id}/${id}`, textIn(name, first, first)),
          )
        : [],
    ),
    items: list('items', menu.items),
    sections: list('sections', menu.sections),
    stations: list('stations', menu.stations),
    locations: list('locations', menu.locations),
    dayparts: list('dayparts', menu.dayparts),
    priceLists: list('priceLists', menu.priceLists),
    guests: list('guests', menu.guests),
  };
  known.set(menu, names);
  return names;
}

function ruleName(kind: NameKind, ref: string, name: string): RuleName {
  return { kind, ref, name, tokens: tokensOf(name) };
}

/** A name as it is written in a rule: quoted if it would not read as one, with its id if others are called the same. */
export function writtenName(name: RuleName, others: readonly RuleName[], withId = false): string {
  const plain = plainText(name.name);
  const isAmbiguous = others.some((other) => other !== name && plainText(other.name) === plain);
  const isWord = name.tokens.length > 0 && name.tokens.every(({ kind }) => kind === 'word');
  const written = isWord && !withId ? name.name : `“${name.name.replace(/[“”"]/g, '')}”`;
  return isAmbiguous || withId || !isWord ? `${written} [${name.ref}]` : written;
}
