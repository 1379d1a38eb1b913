/** How far the draft is ahead of what is served: “14 changes since edition 12”. */
export function aheadWords({
  changes,
  editions,
}: {
  readonly changes: number;
  readonly editions: readonly number[];
}): string {
  if (editions.length === 0) return 'Not published yet';
  const served = `${editions.length === 1 ? 'edition' : 'editions'} ${editions.join(' and ')}`;
  if (changes === 0) return `As ${served}`;
  return `${changes === 1 ? '1 change' : `${changes} changes`} since ${served}`;
}
