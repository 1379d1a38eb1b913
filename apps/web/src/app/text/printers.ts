/** A printer's health as text, the same on the pass and in the set-up. */
export const HEALTH_WORDS: Readonly<Record<string, string>> = {
  ok: 'ready',
  unknown: 'not heard of yet',
  'out-of-paper': 'out of paper',
  jammed: 'jammed',
  stalled: 'does not answer',
  away: 'is away',
  drops: 'Hangs up midway',
  unprintable: 'it can’t be printed',
};
