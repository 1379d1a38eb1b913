import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { basename, dirname, join } from 'node:path';
import sharp from 'sharp';
import { decompress } from 'wawoff2';
import { log } from '../log.ts';

/** Fonts by the characters that they draw. All are under the SIL Open Font License. */
const FONTS = [
  { draws: /\p{Script=Hangul}/u, css: '@fontsource-variable/noto-sans-kr/index.css' },
  { draws: /\p{Script=Thai}/u, css: '@fontsource/noto-sans-thai/700.css' },
  { draws: /[\p{Script=Devanagari}।॥]/u, css: '@fontsource/noto-sans-devanagari/700.css' },
  {
    draws: /[\p{Extended_Pictographic}\p{Regional_Indicator}\u20e3]/u,
    css: '@fontsource-variable/noto-emoji/index.css',
  },
  {
    draws: /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\u3000-\u303f\u30fc\uff00-\uffef]/u,
    css: '@fontsource-variable/noto-sans-sc/index.css',
  },
] as const;

/** A part of a font: its file, and the characters in it as CSS writes them (`unicode-range`). */
interface FontPart {
  readonly file: string;
  readonly ranges: readonly (readonly [low: number, high: number])[];
}

const require = createRequire(import.meta.url);
const parts = new Map<string, readonly FontPart[]>();
const loaded = new Map<string, Promise<void>>();
let folder: string | undefined;

/**
 * Loads what it takes to draw a text in Chinese, Japanese, Korean, Thai or Hindi, and emoji: of each font only the parts
 * with its characters, once per process. Text in other scripts loads nothing. A font that can't be loaded is reported and
 * tried again with the next text: a ticket with a box in it is better than none.
 */
export async function loadFontsFor(text: string): Promise<void> {
  const needed = new Set([...text].flatMap((letter) => partFor(letter)?.file ?? []));
  for (const file of needed) {
    let loading = loaded.get(file);
    if (!loading) loaded.set(file, (loading = load(file)));
    await loading.catch((error: unknown) => {
      loaded.delete(file);
      log.warn({ err: error, file }, 'a font can’t be loaded');
    });
  }
}

function partFor(letter: string): FontPart | undefined {
  const font = FONTS.find(({ draws }) => draws.test(letter));
  const point = letter.codePointAt(0) ?? 0;
  return font && partsOf(font.css).find(({ ranges }) => ranges.some(([low, high]) => point >= low && point <= high));
}

function partsOf(css: string): readonly FontPart[] {
  let known = parts.get(css);
  if (!known) {
    const path = require.resolve(css);
    parts.set(css, (known = readParts(readFileSync(path, 'utf8'), dirname(path))));
  }
  return known;
}

function readParts(css: string, folder: string): FontPart[] {
  return [...css.matchAll(/@font-face\s*\{([^}]*)\}/g)].flatMap(([, face = '']) => {
    const [, file] = /url\(\.\/([^)]+\.woff2)\)/.exec(face) ?? [];
    const [, ranges] = /unicode-range:\s*([^;]+)/.exec(face) ?? [];
    return file && ranges ? [{ file: join(folder, file), ranges: ranges.split(',').map(readRange) }] : [];
  });
}

function readRange(text: string): readonly [number, number] {
  const [low = 0, high = low] = text
    .trim()
    .slice(2)
    .split('-')
    .map((digits) => Number.parseInt(digits, 16));
  return [low, high];
}

/** The renderer reads TrueType files, and keeps every font that it was once given for all text that it draws later. */
async function load(file: string): Promise<void> {
  const path = join(fontFolder(), `${basename(file, '.woff2')}.ttf`);
  writeFileSync(path, await decompress(readFileSync(file)));
  await sharp({ text: { text: 'x', fontfile: path, font: 'Noto Sans 12' } })
    .png()
    .toBuffer();
}

function fontFolder(): string {
  if (folder === undefined) {
    const created = mkdtempSync(join(tmpdir(), 'hearty-ladle-fonts-'));
    folder = created;
    process.once('exit', () => rmSync(created, { recursive: true, force: true }));
  }
  return folder;
}
