import type { AttachRequest, Workbook } from '@hearty-ladle/core';

/** Describes an attachment for the history: which groups on how many dishes. */
export function attachText(menu: Workbook, { groups, dishes }: AttachRequest): string {
  const names = menu.groups
    .filter(({ id }) => groups.includes(id))
    .map(({ name }) => `“${name}”`)
    .join(', ');
  return `${names} added to ${dishes.length === 1 ? '1 dish' : `${dishes.length} dishes`}`;
}
