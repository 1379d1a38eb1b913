import type { CompiledMenu } from '../compile/compiled.ts';
import type { Menu } from '../menu/document.ts';
import { textIn } from '../menu/text.ts';
import { type What } from '../menu/what.ts';
import { keyOfWhat } from '../menu/what-key.ts';
import { plainText } from '../search/find-by-name.ts';

/** Something that can be off or counted, as it is read and found. */
export interface NamedWhat {
  readonly key: string;
  readonly what: What;
  readonly name: string;
  /** What it is: a dish, a choice of a group, an ingredient with its unit. */
  readonly kind: 'item' | 'choice' | 'ingredient' | 'variant';
  /** The group of a choice, the dish of a combination, the unit of an ingredient. */
  readonly of: string;
  readonly words: string;
}

/** Everything of a menu that can be off or counted: ingredients, dishes, choices, and combinations that have a cell. */
export function namedWhats({ menu, firstLocale }: CompiledMenu, locale: string): NamedWhat[] {
  const say = (text: Menu['items'][number]['name']) => textIn(text, locale, firstLocale);
  const named = (what: What, kind: NamedWhat['kind'], name: string, of: string): NamedWhat => ({
    key: keyOfWhat(what),
    what,
    name,
    kind,
    of,
    words: plainText(`${name} ${kind === 'ingredient' ? '' : of}`),
  });
  const choiceName = (group: string, id: string) => {
    const found = menu.groups.find((one) => one.id === group);
    const choice = found?.kind === 'choices' ? found.choices?.find((one) => one.id === id) : undefined;
    return choice ? say(choice.name) : id;
  };
  return [
    ...(menu.ingredients ?? []).map(({ id, name, unit }) => named({ ingredient: id }, 'ingredient', name, unit)),
    ...menu.items.map(({ id, name }) => named({ item: id }, 'item', say(name), '')),
    ...menu.groups.flatMap((group) =>
      group.kind === 'choices'
        ? (group.choices ?? []).map(({ id, name }) =>
            named({ choice: `${group.id}/${id}` }, 'choice', say(name), group.name),
          )
        : [],
    ),
    ...menu.items.flatMap(({ id, name, variants }) =>
      (variants?.cells ?? []).map(({ pick }) =>
        named(
          { variant: { item: id, pick } },
          'variant',
          (variants?.by ?? []).map((group) => choiceName(group, pick[group] ?? '')).join(', '),
          say(name),
        ),
      ),
    ),
  ];
}
