import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { type PaperLine, textWidth } from '@hearty-ladle/core';
import CodepageEncoder from '@point-of-sale/codepage-encoder';
import ReceiptPrinterEncoder from '@point-of-sale/receipt-printer-encoder';
import sharp from 'sharp';

/** The code page in which most of Western Europe's letters are there; what is not in it is drawn. */
const CODE_PAGE = 'windows1252';
const KNOWN = new Set(CodepageEncoder.getCodepoints(CODE_PAGE, true).map((point) => String.fromCodePoint(point)));
/** Dots across one letter of the usual size, and down one line. */
const DOTS_ACROSS = 12;
const DOTS_DOWN = 24;
const FONT_FILE = join(dirname(createRequire(import.meta.url).resolve('dejavu-fonts-ttf/package.json')), 'ttf', 'DejaVuSansMono-Bold.ttf');
const FEED_BEFORE_CUT = 3;
/** GS r 1: answered once everything before it has been printed. */
export const ASK_WHETHER_DONE = Uint8Array.of(0x1d, 0x72, 0x01);
/** GS a 0: the printer says nothing that it is not asked. */
export const SAY_NOTHING_UNASKED = Uint8Array.of(0x1d, 0x61, 0x00);

/** The encoder's widest; lines come laid out, so that it is only the width beyond which it would break them itself. */
const MOST_COLUMNS = 48;
/** ESC a 1: what follows stands in the middle of the paper. */
const CENTRED = [0x1b, 0x61, 1];
/** From one line to the next, in dots of 203 to the inch: 1/6 inch. */
const LINE_DOTS = 34;

/** How many columns are printed on paper that has so many: wider paper has the ticket in its middle. */
export function columnsPrinted(columns: number): number {
  return Math.min(columns, MOST_COLUMNS);
}

/** A ticket as bytes, and how much paper it takes, in dots of 203 to the inch. */
export interface PrintedBytes {
  readonly bytes: Uint8Array;
  readonly heightDots: number;
}

/**
 * A ticket as ESC/POS bytes for paper of so many columns, its lines laid out for `columnsPrinted` of them. Lines whose
 * letters the code page has are sent as text; others (Vietnamese, Arabic, wide letters, pictures) are drawn with a font
 * that ships with the application, and sent as a raster image. No text reaches the printer as a command.
 */
export async function escposBytes(lines: readonly PaperLine[], columns: number): Promise<PrintedBytes> {
  const encoder = new ReceiptPrinterEncoder({ language: 'esc-pos', codepageMapping: 'epson', imageMode: 'raster', columns: MOST_COLUMNS, feedBeforeCut: FEED_BEFORE_CUT });
  encoder.initialize().codepage(CODE_PAGE);
  if (columns > MOST_COLUMNS) encoder.raw(CENTRED);
  let heightDots = (FEED_BEFORE_CUT + 1) * LINE_DOTS;
  for (const { text: asked, style } of lines) {
    const line = { style, text: asked.replace(/\p{Cc}+/gu, ' ') };
    const isKnown = [...line.text].every((letter) => KNOWN.has(letter));
    // Letters that have no width, such as joiners alone, leave nothing to draw.
    if (isKnown || textWidth(line.text) === 0) writeLine(encoder, isKnown ? line : { ...line, text: '' });
    else await drawLine(encoder, line, columnsPrinted(columns));
    heightDots += LINE_DOTS * (style === 'big' || style === 'loud' ? 2 : 1);
  }
  encoder.cut();
  return { bytes: encoder.encode(), heightDots };
}

function writeLine(encoder: ReceiptPrinterEncoder, { text, style }: PaperLine): void {
  const isBig = style === 'big' || style === 'loud';
  if (isBig) encoder.width(2).height(2);
  if (style === 'bold') encoder.bold(true);
  if (style === 'loud') encoder.invert(true);
  encoder.line(text);
  if (style === 'loud') encoder.invert(false);
  if (style === 'bold') encoder.bold(false);
  if (isBig) encoder.width(1).height(1);
}

async function drawLine(encoder: ReceiptPrinterEncoder, { text, style }: PaperLine, columns: number): Promise<void> {
  const isBig = style === 'big' || style === 'loud';
  const isReversed = style === 'loud';
  const [width, height] = [columns * DOTS_ACROSS, DOTS_DOWN * (isBig ? 2 : 1)];
  const words = await sharp({ text: { text: escaped(text), font: `DejaVu Sans Mono Bold ${isBig ? 30 : 15}`, fontfile: FONT_FILE, dpi: 96, rgba: true } }).png().toBuffer();
  const isRightToLeft = /[\u0590-\u08ff]/.test(text);
  const fitted = await sharp(words).resize({ width: width - 8, height: height - 2, fit: 'inside', withoutEnlargement: true }).toBuffer({ resolveWithObject: true });
  const { data } = await sharp({ create: { width, height, channels: 4, background: '#ffffff' } })
    .composite([{ input: fitted.data, top: Math.floor((height - fitted.info.height) / 2), left: isRightToLeft ? width - fitted.info.width - 4 : 4 }])
    .raw()
    .toBuffer({ resolveWithObject: true });
  const ink = isReversed ? data.map((value, i) => (i % 4 === 3 ? value : 255 - value)) : data;
  encoder.image({ data: new Uint8ClampedArray(ink), width, height } as never, width, height, 'threshold');
}

/** The text is read as markup by what draws it. */
function escaped(text: string): string {
  return text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');
}
