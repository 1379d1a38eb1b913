import { eastAsianWidth } from 'get-east-asian-width';

const NO_WIDTH = /^[\p{M}\p{Cf}\p{Cc}]$/u;
/** Makes a picture of the letter before it, as in ❤️. */
const AS_PICTURE = '\ufe0f';

/**
 * How many columns a text takes on a printer of fixed width: two for wide letters (East Asian Wide and Fullwidth of
 * Unicode's UAX #11) and pictures, none for marks that combine with the letter before.
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
