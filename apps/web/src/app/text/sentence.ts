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

/**
 * Why nobody can meet a group's limits with the choices on offer, or why some of what is included can't be picked;
 * undefined if everything can. `available`: total units on offer.
 */
export function impossibleLimits(
  { min, included }: { readonly min: number; readonly included: number },
  available: number,
): string | undefined {
  const offered = available === 0 ? 'no choice is' : `only ${available} ${available === 1 ? 'is' : 'are'}`;
  if (min > available) return `At least ${min} must be picked, but ${offered} offered: nobody can order this.`;
  if (included > available) return `The first ${included} are included, but ${offered} offered.`;
  return undefined;
}

/** The units that guests can pick of an offered group. */
export function unitsOffered({ choices }: OfferedGroup): number {
  return choices.reduce((sum, { max }) => sum + max, 0);
}

function countWords(min: number, max: number | null): string {
  if (min === max) return `exactly ${min}`;
  if (max === null) return min === 0 ? 'as many as they like' : `at least ${min}`;
  return min === 0 ? `up to ${max}` : `at least ${min} and up to ${max}`;
}
