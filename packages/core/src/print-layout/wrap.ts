import { textWidth } from '../check/text-width.ts';

const segmenter = new Intl.Segmenter('und', { granularity: 'grapheme' });

/** Letters as a reader counts them: an emoji with its modifiers, a letter with its accents, are one. */
export function graphemes(text: string): string[] {
  return [...segmenter.segment(text)].map(({ segment }) => segment);
}

/**
 * Breaks a text into lines of at most so many columns, between words; a word that is longer than a line is broken
 * between letters. Nothing is cut and nothing overflows. Lines after the first are set in by `hang` columns.
 */
export function wrapText(text: string, columns: number, hang = 0): string[] {
  const inset = ' '.repeat(Math.min(hang, Math.max(0, columns - 4)));
  const lines: string[] = [];
  let line = '';
  const isFresh = () => line === '' || (lines.length > 0 && line === inset);
  const turn = () => {
    lines.push(line);
    line = inset;
  };
  for (const word of text.split(/\s+/).filter(Boolean)) {
    if (!isFresh() && textWidth(line) + 1 + textWidth(word) > columns) turn();
    if (!isFresh()) line += ' ';
    for (const letter of textWidth(line) + textWidth(word) <= columns ? [word] : graphemes(word)) {
      if (!isFresh() && textWidth(line) + textWidth(letter) > columns) turn();
      line += letter;
    }
  }
  return [...lines, line];
}

/** A text at the left and one at the right of the same line; where they don't fit, the right one takes the next. */
export function spread(left: string, right: string, columns: number): string[] {
  const room = columns - textWidth(right) - 1;
  const lines = wrapText(left, Math.max(1, room > columns / 3 ? room : columns), 2);
  const last = lines.at(-1) ?? '';
  const gap = columns - textWidth(last) - textWidth(right);
  if (gap >= 1) return [...lines.slice(0, -1), `${last}${' '.repeat(gap)}${right}`];
  return [...lines, ...wrapText(right, columns).map((line) => ' '.repeat(Math.max(0, columns - textWidth(line))) + line)];
}
