import { eastAsianWidth } from 'get-east-asian-width';

const NO_WIDTH = /^[\p{M}\p{Cf}\p{Cc}]$/u;
/** Variation selector that turns the preceding character into an emoji, as in ❤️. */
const AS_PICTURE = '\ufe0f';

/**
 * The number of columns a text takes on a fixed-width printer: two for East Asian Wide and Fullwidth characters
 * (Unicode UAX #11) and emoji, none for combining marks.
 */
export function textWidth(text: string): number {
  let width = 0;
  let last = 0;
  for (const letter of text) {
    if (letter === AS_PICTURE) {
      if (last === 1) width++;
      continue;
    }
    const own = widthOf(letter);
    width += own;
    if (own > 0) last = own;
  }
  return width;
}

function widthOf(letter: string): number {
  if (letter < '\u0300') return 1;
  return NO_WIDTH.test(letter) ? 0 : eastAsianWidth(letter.codePointAt(0) ?? 0);
}
