const MAX_LETTERS = 60;

/** The name of the person working, for the journal: the header X-Working-As, percent-encoded. */
export function personOf(header = ''): string {
  try {
    const name = decodeURIComponent(header)
      .replace(/\p{C}+/gu, ' ')
      .trim();
    return [...name].slice(0, MAX_LETTERS).join('') || 'Operator';
  } catch {
    return 'Operator';
  }
}
