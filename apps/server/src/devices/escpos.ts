import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { type PaperLine, textWidth } from '@hearty-ladle/core';
import CodepageEncoder from '@point-of-sale/codepage-encoder';
import ReceiptPrinterEncoder from '@point-of-sale/receipt-printer-encoder';
import sharp from 'sharp';
import { loadFontsFor } from './print-fonts.ts';

/** Code page with most Western European letters; text outside it is drawn as an image. */
const CODE_PAGE = 'windows1252';
const KNOWN = new Set(CodepageEncoder.getCodepoints(CODE_PAGE, true).map((point) => String.fromCodePoint(point)));
/** Width and height of one regular character, in dots. */
const DOTS_ACROSS = 12;
const DOTS_DOWN = 24;
const FONT_FILE = join(
  dirname(createRequire(import.meta.url).resolve('dejavu-fonts-ttf/package.json')),
  'ttf',
  'DejaVuSansMono-Bold.ttf',
);
const FEED_BEFORE_CUT = 3;
/** GS r 1: answered once everything before it has been printed. */
export const ASK_WHETHER_DONE = Uint8Array.of(0x1d, 0x72, 0x01);
/** GS a 0: switches off automatic status messages. */
export const SAY_NOTHING_UNASKED = Uint8Array.of(0x1d, 0x61, 0x00);

/**
 * The encoder's maximum. Lines arrive laid out; this only sets the width beyond which the encoder would wrap them
 * itself.
 */
const MAX_COLUMNS = 48;
/** ESC a 1: centre what follows. */
const CENTRED = [0x1b, 0x61, 1];
/** Line spacing: 1/6 inch in dots of 1/203 inch. */
const LINE_DOTS = 34;

/** Number of columns used on paper of a given width; on wider paper the ticket is centred. */
export function columnsPrinted(columns: number): number {
  return Math.min(columns, MAX_COLUMNS);
}

/** A ticket as bytes, and the length of paper it takes, in dots of 1/203 inch. */
export interface PrintedBytes {
  readonly bytes: Uint8Array;
  readonly heightDots: number;
}

/**
 * Encodes a ticket as ESC/POS for paper of the given width, with lines laid out for `columnsPrinted` columns. Lines
 * within the code page are sent as text; others (Vietnamese, Arabic, Chinese, Thai, emoji) are drawn with bundled
 * fonts and sent as a raster image. Ticket text can never act as a printer command.
 */
export async function escposBytes(lines: readonly PaperLine[], columns: number): Promise<PrintedBytes> {
  const encoder = new ReceiptPrinterEncoder({
    language: 'esc-pos',
    codepageMapping: 'epson',
    imageMode: 'raster',
    columns: MAX_COLUMNS,
    feedBeforeCut: FEED_BEFORE_CUT,
  });
  encoder.initialize().codepage(CODE_PAGE);
  if (columns > MAX_COLUMNS) encoder.raw(CENTRED);
  let heightDots = (FEED_BEFORE_CUT + 1) * LINE_DOTS;
  for (const { text: raw, style } of lines) {
    const line = { style, text: raw.replace(/\p{Cc}+/gu, ' ') };
    const isKnown = [...line.text].every((letter) => KNOWN.has(letter));
    // Characters without width, such as lone joiners, leave nothing to draw.
    if (isKnown || textWidth(line.text) === 0) writeLine(encoder, isKnown ? line : { ...line, text: '' });
    else await drawLine(encoder, line, columnsPrinted(columns));
    heightDots += LINE_DOTS * (style === 'big' || style === 'loud' ? 2 : 1);
  }
  encoder.cut();
  return { bytes: encoder.encode(), heightDots };
}

function isReversed(style: PaperLine['style']): boolean {
  return style === 'loud' || style === 'changed';
}

function writeLine(encoder: ReceiptPrinterEncoder, { text, style }: PaperLine): void {
  const isBig = style === 'big' || style === 'loud';
  if (isBig) encoder.width(2).height(2);
  if (style === 'bold') encoder.bold(true);
  if (isReversed(style)) encoder.invert(true);
  encoder.line(text);
  if (isReversed(style)) encoder.invert(false);
  if (style === 'bold') encoder.bold(false);
  if (isBig) encoder.width(1).height(1);
}

async function drawLine(encoder: ReceiptPrinterEncoder, { text, style }: PaperLine, columns: number): Promise<void> {
  await loadFontsFor(text);
  const isBig = style === 'big' || style === 'loud';
  const [width, height] = [columns * DOTS_ACROSS, DOTS_DOWN * (isBig ? 2 : 1)];
  const words = await sharp({
    text: {
      text: escaped(text),
      font: `DejaVu Sans Mono Bold ${isBig ? 30 : 15}`,
      fontfile: FONT_FILE,
      dpi: 96,
      rgba: true,
    },
  })
    .png()
    .toBuffer();
  const isRightToLeft = /[\u0590-\u08ff]/.test(text);
  const fitted = await sharp(words)
    .resize({ width: width - 8, height: height - 2, fit: 'inside', withoutEnlargement: true })
    .toBuffer({ resolveWithObject: true });
  const { data } = await sharp({ create: { width, height, channels: 4, background: '#ffffff' } })
    .composite([
      {
        input: fitted.data,
        top: Math.floor((height - fitted.info.height) / 2),
        left: isRightToLeft ? width - fitted.info.width - 4 : 4,
      },
    ])
    .raw()
    .toBuffer({ resolveWithObject: true });
  const ink = isReversed(style) ? data.map((value, i) => (i % 4 === 3 ? value : 255 - value)) : data;
  encoder.image({ data: new Uint8ClampedArray(ink), width, height } as never, width, height, 'threshold');
}

/** The renderer parses its text as markup, so it is escaped. */
function escaped(text: string): string {
  return text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');
}
