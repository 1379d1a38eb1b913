import type { PaperLineOut } from '@hearty-ladle/core';
import sharp from 'sharp';
import { expect, it } from 'vitest';
import { escposBytes } from './escpos.ts';
import { EscposReader } from './escpos-reader.ts';

async function printed(text: string): Promise<PaperLineOut[]> {
  const lines: PaperLineOut[] = [];
  const { bytes } = await escposBytes([{ text, style: 'big' }], 42);
  const hands = {
    cut: (paper: PaperLineOut[]) => void lines.push(...paper),
    status: () => undefined,
    done: () => undefined,
  };
  await new EscposReader(hands).read(Buffer.from(bytes));
  return lines;
}

/** The rows and columns of a drawn line that have ink, as counts of dots. */
async function inkOf(text: string) {
  const drawn = (await printed(text)).find((it) => 'image' in it);
  if (!drawn || !('image' in drawn)) throw new Error('nothing was drawn');
  const { data, info } = await sharp(Buffer.from(drawn.image, 'base64'))
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const isInk = (x: number, y: number) => (data[(y * info.width + x) * info.channels] ?? 255) < 128;
  const count = (length: number, other: number, at: (i: number, j: number) => boolean) =>
    Array.from({ length }, (_, i) => Array.from({ length: other }, (_, j) => at(i, j)).filter(Boolean).length);
  return {
    rows: count(info.height, info.width, (y, x) => isInk(x, y)),
    columns: count(info.width, info.height, (x, y) => isInk(x, y)),
  };
}

it('draw Chinese, Japanese, Korean and emoji: their bars are bars, where a missing letter would be a box', async () => {
  for (const bar of ['一', 'ー', 'ㅡ', '➖']) {
    const { rows, columns } = await inkOf(bar);
    const inked = rows.filter((dots) => dots > 0).length;
    const across = columns.filter((dots) => dots > 0).length;
    expect({ bar, isFlat: inked > 0 && across > 3 * inked }).toEqual({ bar, isFlat: true });
  }
});

it('draw Thai and Hindi: a danda is one upright stroke, a Thai zero a ring', async () => {
  const danda = await inkOf('क।');
  const last = danda.columns.findLastIndex((dots) => dots > 0);
  expect(danda.columns[last]).toBeGreaterThan(20);
  expect(danda.columns.slice(last - 12, last).filter((dots) => dots === 0).length).toBeGreaterThan(0);
  const zero = await inkOf('๐');
  // A box would have ink all along its upper edge.
  const across = zero.columns.filter((dots) => dots > 0).length;
  expect(across).toBeGreaterThan(4);
  expect(zero.rows.find((dots) => dots > 0)).toBeLessThan(0.8 * across);
});
