import type { OfferedGroupView } from '@hearty-ladle/core';

/** How many a guest may pick, and how many are included, in a few words. */
export function limitsText({ min, max, included, have, free }: OfferedGroupView): string {
  return [formatCount(min, max), formatIncluded(included, have, free)].filter(Boolean).join(' · ');
}

function formatCount(min: number, max: number | null): string {
  if (max !== null && max < min) return 'Nothing can be chosen with the rest';
  if (min === 1 && max === 1) return 'Choose one';
  if (max !== null && min === max) return `Choose ${min}`;
  if (min > 0) return max === null ? `At least ${min}` : `${min} to ${max}`;
  return max === null ? 'As many as you like' : `Up to ${max}`;
}

function formatIncluded(included: number, have: number, free: number): string {
  if (included === 0) return '';
  if (have === 0) return included === 1 ? 'the first is included' : `the first ${included} are included`;
  return free > 0 ? `${free} of ${included} included left` : `${included} included`;
}
