import type { PaperLine, PaperLineOut, PrinterMode } from '@hearty-ladle/core';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { Random } from '../../../../packages/core/src/testing/random.ts';
import { escposBytes } from './escpos.ts';
import { EscposReader } from './escpos-reader.ts';
import { printerHealth, printOn } from './printer-line.ts';
import { SimulatedPrinter } from './simulated-printer.ts';

const LETTERS = 'abc XYZ 0123456789 áéñüßøÆ€ “”–… #/%&<>()';
// Lines are laid out for the paper by core/print-layout: double-width lines use at most half the columns.
const STYLES = ['plain', 'bold', 'big', 'loud'] as const;

function randomPaper(random: Random): PaperLine[] {
  const word = () =>
    Array.from({ length: random.int(1, 15) }, () => random.pick([...LETTERS]))
      .join('')
      .trim() || 'x';
  return Array.from({ length: random.int(1, 12) }, () => ({ text: word(), style: random.pick(STYLES) }) as PaperLine);
}

/** What a printer puts on paper when it receives the bytes in chunks of a given size. */
async function printed(bytes: Uint8Array, piece: number): Promise<PaperLineOut[]> {
  const paper: PaperLineOut[] = [];
  const reader = new EscposReader({
    cut: (lines) => void paper.push(...lines),
    status: () => undefined,
    done: () => undefined,
  });
  for (let at = 0; at < bytes.length; at += piece) await reader.read(Buffer.from(bytes.subarray(at, at + piece)));
  return paper;
}

describe('a ticket as bytes', () => {
  it('comes out as it went in, with its styles, however the bytes arrive', async () => {
    for (let seed = 0; seed < 60; seed++) {
      const random = new Random(seed);
      const lines = randomPaper(random);
      const { bytes } = await escposBytes(lines, random.pick([32, 42, 48]));
      const paper = (await printed(bytes, random.int(1, 40))).filter((line) => 'image' in line || line.text !== '');
      expect({ seed, paper }).toEqual({
        seed,
        paper: lines.map(({ text, style }) => ({
          text,
          big: style === 'big' || style === 'loud',
          bold: style === 'bold',
          reversed: style === 'loud',
        })),
      });
    }
  });

  it('draws what the code page does not have, in the width of the paper', async () => {
    const paper = await printed(
      (
        await escposBytes(
          [
            { text: 'Thêm ớt', style: 'loud' },
            { text: 'بدون بصل', style: 'plain' },
          ] as PaperLine[],
          42,
        )
      ).bytes,
      64,
    );
    const drawn = paper.filter((line) => 'image' in line);
    expect(drawn).toHaveLength(2);
    for (const line of drawn) expect('image' in line && line.width).toBe(42 * 12);
  });
});

describe('a printer', () => {
  let papers: PaperLineOut[][];
  let printer: SimulatedPrinter;
  const address = () => ({ host: '127.0.0.1', port: printer.port });
  const print = async () => {
    const { bytes, heightDots } = await escposBytes(
      [
        { text: 'KETTLES 12', style: 'big' },
        { text: '2 EMBER', style: 'plain' },
      ] as PaperLine[],
      42,
    );
    return printOn(address(), bytes, heightDots);
  };
  beforeEach(async () => {
    papers = [];
    printer = new SimulatedPrinter((paper) => {
      papers.push(paper);
      return Promise.resolve();
    });
    await printer.open();
  });
  afterEach(() => printer.close());

  it.each<[PrinterMode, string, string, number]>([
    ['ok', 'ok', 'printed', 1],
    ['out-of-paper', 'out-of-paper', 'refused', 0],
    ['jammed', 'jammed', 'refused', 0],
    ['stalled', 'stalled', 'refused', 0],
    ['echoes', 'stalled', 'refused', 0],
    ['slow', 'ok', 'printed', 1],
    ['away', 'away', 'refused', 0],
  ])('that is %s says so, and a ticket sent to it is told for what became of it', async (mode, health, result, on) => {
    await printer.become(mode);
    expect(await printerHealth(address())).toBe(health);
    expect((await print()).result).toBe(result);
    expect(papers).toHaveLength(on);
  });

  it('that hangs up on the way leaves it unknown what is on paper', async () => {
    await printer.become('drops');
    expect(await print()).toMatchObject({ result: 'unknown' });
  });

  it('that comes back answers where it was, and prints whole tickets again', async () => {
    const { port } = printer;
    await printer.become('away');
    await printer.become('ok');
    expect(printer.port).toBe(port);
    await Promise.all([print(), print()]);
    expect(
      papers.map((paper) => paper.flatMap((line) => ('text' in line && line.text !== '' ? [line.text] : []))),
    ).toEqual([
      ['KETTLES 12', '2 EMBER'],
      ['KETTLES 12', '2 EMBER'],
    ]);
  });
});
