import { textWidth } from '../check/text-width.ts';

const segmenter = new Intl.Segmenter('und', { granularity: 'grapheme' });

/** User-perceived characters: an emoji with its modifiers, or a letter with its accents, is one. */
function graphemes(text: string): string[] {
  return [...segmenter.segment(text)].map(({ segment }) => segment);
}

/**
 * Wraps a text at spaces into lines of at most `columns`; longer words are broken between characters. Nothing is cut or
 * overflows. Lines after the first are indented by `hangingIndent` columns.
 */
export function wrapText(text: string, columns: number, hangingIndent = 0): string[] {
  const inset = ' '.repeat(Math.min(hangingIndent, Math.max(0, columns - 4)));
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

/** Puts one text left and one right on the same line, or the right one on the next line if they don't fit. */
export function spread(left: string, right: string, columns: number): string[] {
  const room = columns - textWidth(right) - 1;
  const lines = wrapText(left, Math.max(1, room > columns / 3 ? room : columns), 2);
  const last = lines.at(-1) ?? '';
  const gap = columns - textWidth(last) - textWidth(right);
  if (gap >= 1) return [...lines.slice(0, -1), `${last}${' '.repeat(gap)}${right}`];
  return [
    ...lines,
    ...wrapText(right, columns).map((line) => ' '.repeat(Math.max(0, columns - textWidth(line))) + line),
  ];
}
