import { type Removal, textIn, thingOf, type Workbook } from '@hearty-ladle/core';

/** Describes what a removal does besides dropping the listed references, or why it is impossible. */
export function removalMessages(menu: Workbook, removal: Removal): string[] {
  const [first = ''] = menu.locales;
  const dish = (id: string | undefined) => {
    const item = menu.items.find((it) => it.id === id);
    return item ? textIn(item.name, first, first) : 'every order';
  };
  const group = (id: string) => menu.groups.find((it) => it.id === id)?.name ?? id;
  if (removal.allowed)
    return removal.detached.map(
      (it) => `“${group(it.group)}” is taken off ${dish(it.item)}: no choice that it offers there would be left.`,
    );
  return removal.widened.map((it) => {
    if (it.kind === 'sold-everywhere')
      return `${dish(it.item)} would then be sold at every location. Say where else it is sold first.`;
    if (it.kind === 'sold-all-day') return `${dish(it.item)} would then be sold all day. Give it other hours first.`;
    const { group: id, choice } = thingOf(it.path);
    const found = menu.groups.find((one) => one.id === id);
    const named = found?.kind === 'choices' ? found.choices?.find((one) => one.id === choice) : undefined;
    const shown = named ? textIn(named.name, first, first) : group(id);
    const rule = menu.rules?.find((one) => one.id === it.rule)?.name ?? it.rule;
    return (
      `“${shown}” is only offered when the rule “${rule}” says so; without it, it would always be offered. ` +
      'Hide it or change the rule first.'
    );
  });
}
