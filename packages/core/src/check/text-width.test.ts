import { describe, expect, it } from 'vitest';
import { textWidth } from './text-width.ts';

/** Unicode UAX #11; the columns were counted by hand. */
describe('the width of a text', () => {
  it.each([
    ['EGG', 3],
    ['Crème', 5],
    ['e\u0301', 1],
    ['麺', 2],
    ['한글', 4],
    ['🍵 tea', 6],
    ['ＡＢ', 4],
    ['House™', 6],
    ['✔ ok', 4],
    ['❤', 1],
    ['❤\ufe0f', 2],
    ['ア', 2],
    ['ｱ', 1],
    ['𠮷', 2],
  ])('%s', (text, width) => expect(textWidth(text)).toBe(width));
});
