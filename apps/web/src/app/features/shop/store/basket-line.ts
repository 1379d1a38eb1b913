import type { CompiledMenu, Line, Pick, Text } from '@hearty-ladle/core';
import { textIn, withoutUnknown } from '@hearty-ladle/core/guest';

/** The names under which a dish and its choices were put in the basket, by `group/choice`. */
export interface SeenNames {
  readonly dish: Text;
  readonly choices: Readonly<Record<string, Text>>;
}

/** A basket line, with the price and the names that the guest saw. */
export interface BasketLine {
  readonly line: Line;
  readonly seen: number;
  readonly names?: SeenNames;
}

/** What the menu has taken from a basket line or renamed since. */
export interface LineChanges {
  readonly isDishGone: boolean;
  readonly gone: readonly string[];
  readonly renamed: readonly { readonly before: string; readonly now: string }[];
  /** The line without what is gone. */
  readonly repaired: Line;
}

export function namesOf(menu: CompiledMenu, line: Line): SeenNames {
  const picked = choicesOf(line.picks ?? []);
  const groups = new Map(menu.menu.groups.map((group) => [group.id, group]));
  const named = picked.flatMap(({ group: id, choice }): [string, Text][] => {
    const group = groups.get(id);
    const found = group?.kind === 'choices' ? group.choices?.find((one) => one.id === choice) : undefined;
    return found ? [[`${id}/${choice}`, found.name]] : [];
  });
  return { dish: menu.item(line.item)?.item.name ?? line.item, choices: Object.fromEntries(named) };
}

/** Compares a basket line with the menu as it is now; names in a language. */
export function changesOf(menu: CompiledMenu, { line, names }: BasketLine, locale: string): LineChanges {
  const item = menu.item(line.item);
  const say = (text: Text) => textIn(text, locale, menu.firstLocale);
  const repaired = item ? withoutUnknown(item, line) : line;
  if (!item || !names) return { isDishGone: !item, gone: [], renamed: [], repaired };
  const left = new Set(choicesOf(repaired.picks ?? []).map(({ group, choice }) => `${group}/${choice}`));
  const now = namesOf(menu, repaired);
  const pairs: [Text, Text | undefined][] = [
    [names.dish, now.dish],
    ...Object.entries(names.choices).map(([key, before]): [Text, Text | undefined] => [before, now.choices[key]]),
  ];
  return {
    isDishGone: false,
    gone: Object.entries(names.choices).flatMap(([key, name]) => (left.has(key) ? [] : [say(name)])),
    renamed: pairs.flatMap(([before, after]) =>
      after !== undefined && say(before) !== say(after) ? [{ before: say(before), now: say(after) }] : [],
    ),
    repaired,
  };
}

function choicesOf(picks: readonly Pick[]): readonly Pick[] {
  return picks.flatMap((pick) => [pick, ...choicesOf(pick.picks ?? [])]);
}
