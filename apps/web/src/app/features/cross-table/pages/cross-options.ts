import { type ChoicesGroup, type CrossPlace, groupsAskedBeside, type Menu, type Text } from '@hearty-ladle/core';
import type { Option } from '../../../ui/fields/option.ts';

/** The groups that have choices to set against others. */
export function crossGroups({ groups }: Menu): ChoicesGroup[] {
  return groups.flatMap((group) => (group.kind === 'choices' && (group.choices?.length ?? 0) > 0 ? [group] : []));
}

/** The groups that some dish asks beside a group. */
export function groupsAskedWith(menu: Menu, rows: string): ChoicesGroup[] {
  const beside = groupsAskedBeside(menu, [rows]);
  return crossGroups(menu).filter(({ id }) => beside.has(id));
}

/**
 * What can be fixed in a third group (`group/choice`): nothing first, unless the table is of a dish's variants by three
 * groups, where the third is always fixed.
 */
export function fixedOptions(menu: Menu, { rows, columns, item }: CrossPlace, read: (text: Text) => string): Option[] {
  const dish = menu.items.find(({ id }) => id === item);
  const by = dish?.variants?.by ?? [];
  const isOfVariants = by.length === 3 && by.includes(rows) && by.includes(columns);
  const offered = isOfVariants ? new Set(by) : groupsAskedBeside(menu, [rows, columns], item);
  const options = crossGroups(menu)
    .filter(({ id }) => id !== rows && id !== columns && offered.has(id))
    .flatMap((group) =>
      (group.choices ?? []).map(({ id, name }) => ({
        value: `${group.id}/${id}`,
        label: `only with ${group.name}: ${read(name)}`,
      })),
    );
  return isOfVariants ? options : [{ value: '', label: 'In any case' }, ...options];
}
