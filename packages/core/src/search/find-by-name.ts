import type { Id, Menu, Text } from '../menu/document.ts';
import { textIn } from '../menu/text.ts';

type FoundKind = 'items' | 'groups' | 'choices' | 'ingredients' | 'sections' | 'stations' | 'rules';

/** An object of the menu that can be found by any of its names. */
export interface Findable {
  readonly kind: FoundKind;
  readonly id: Id;
  /** For a choice: its group. */
  readonly group?: Id;
  /** The main name. */
  readonly name: string;
  /** Distinguishes objects with the same name: a choice's group, a dish's section. */
  readonly within: string;
  readonly words: string;
}

const indexes = new WeakMap<Menu, readonly Findable[]>();

/** Finds dishes, groups, choices, ingredients and more whose names contain every typed word, best match first. */
export function findByName(menu: Menu, typed: string, most = 30): Findable[] {
  const wanted = plainText(typed).split(' ').filter(Boolean);
  if (wanted.length === 0) return [];
  const found: { it: Findable; rank: number }[] = [];
  for (const it of findables(menu)) {
    if (wanted.every((word) => it.words.includes(word))) found.push({ it, rank: rankOf(it, wanted) });
  }
  return found
    .sort((a, b) => a.rank - b.rank)
    .slice(0, most)
    .map(({ it }) => it);
}

/** Lower case without accents, for comparing names. */
export function plainText(text: string): string {
  return text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase().trim();
}

const KIND_ORDER: readonly FoundKind[] = ['items', 'groups', 'choices', 'ingredients', 'sections', 'stations', 'rules'];

function rankOf({ kind, name }: Findable, [first = '']: readonly string[]): number {
  const plain = plainText(name);
  const begins = plain.startsWith(first) ? 0 : plain.includes(` ${first}`) ? 10 : 20;
  return begins + KIND_ORDER.indexOf(kind);
}

function findables(menu: Menu): readonly Findable[] {
  const known = indexes.get(menu);
  if (known) return known;
  const [locale = ''] = menu.locales;
  const words = (text: Text) => textIn(text, locale, locale);
  const sections = new Map(menu.sections.map(({ id, name }) => [id, words(name)]));
  const all: Findable[] = [
    ...menu.items.map((item) =>
      findable('items', item, words(item.name), (item.sections ?? []).map((id) => sections.get(id) ?? '').join(', '), [
        item.name,
        item.kitchenName,
        item.tillName,
        item.code,
      ]),
    ),
    ...menu.groups.map((group) =>
      findable('groups', group, group.name, words(group.prompt), [group.name, group.prompt]),
    ),
    ...menu.groups.flatMap((group) =>
      group.kind === 'choices'
        ? (group.choices ?? []).map((choice) => ({
            ...findable('choices', choice, words(choice.name), group.name, [
              choice.name,
              choice.kitchenName,
              choice.tillName,
              choice.code,
            ]),
            group: group.id,
          }))
        : [],
    ),
    ...(menu.ingredients ?? []).map((it) => findable('ingredients', it, it.name, it.unit, [it.name])),
    ...menu.sections.map((it) => findable('sections', it, words(it.name), '', [it.name])),
    ...menu.stations.map((it) => findable('stations', it, it.name, '', [it.name])),
    ...(menu.rules ?? []).map((it) => findable('rules', it, it.name ?? it.id, '', [it.name ?? it.id])),
  ];
  indexes.set(menu, all);
  return all;
}

function findable(
  kind: FoundKind,
  { id }: { id: Id },
  name: string,
  within: string,
  names: readonly (Text | undefined)[],
): Findable {
  const all = names.flatMap((text) =>
    text === undefined ? [] : typeof text === 'string' ? [text] : Object.values(text),
  );
  return { kind, id, name, within, words: plainText(all.join(' \n ')) };
}
