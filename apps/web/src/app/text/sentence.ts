import type { OfferedGroup } from '@hearty-ladle/core';

const KINDS: Readonly<Record<string, string>> = {
  date: 'Guests pick a date.',
  amount: 'Guests enter an amount.',
  consent: 'Guests must agree.',
  notice: 'Text to read; nothing is asked.',
};

/** A group's limits, as the sentence that the group sheet edits. */
export function limitsInWords({ group, min, max, included, includedFirst }: OfferedGroup): string {
  if (group.kind === 'note') return group.note?.required ? 'Guests must write a note.' : 'Guests may write a note.';
  if (group.kind !== 'choices') return KINDS[group.kind] ?? '';
  const order = { picked: 'in the order picked', cheapest: 'cheapest first', dearest: 'dearest first' }[includedFirst];
  const free = included === 0 ? '' : `; the first ${included === 1 ? 'one is' : `${included} are`} included, ${order}`;
  return `Guests pick ${countWords(min, max)}${free}.`;
}

function countWords(min: number, max: number | null): string {
  if (min === max) return `exactly ${min}`;
  if (max === null) return min === 0 ? 'as many as they like' : `at least ${min}`;
  return min === 0 ? `up to ${max}` : `at least ${min} and up to ${max}`;
}
