/**
 * How many columns a text takes on a printer of fixed width: two for wide letters (East Asian Wide and Fullwidth of
 * Unicode's UAX #11, by ranges from memory) and pictures, none for marks that combine with the letter before.
 */
export function textWidth(text: string): number {
  let width = 0;
  for (const letter of text) width += widthOf(letter);
  return width;
}

const NO_WIDTH = /^[\p{M}\p{Cf}\p{Cc}]$/u;
const WIDE = /^(?:\p{Extended_Pictographic}|[\u1100-\u115f\u2e80-\u303e\u3041-\ua4cf\ua960-\ua97f\uac00-\ud7a3\uf900-\ufaff\ufe30-\ufe6f\uff00-\uff60\uffe0-\uffe6]|[\u{1f300}-\u{1faff}\u{20000}-\u{3fffd}])$/u;

function widthOf(letter: string): number {
  if (letter < '\u0300') return 1;
  if (NO_WIDTH.test(letter)) return 0;
  return WIDE.test(letter) ? 2 : 1;
}
