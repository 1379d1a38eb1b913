import CodepageEncoder from '@point-of-sale/codepage-encoder';
import sharp from 'sharp';
import type { PaperLineOut } from '@hearty-ladle/core';

const LETTERS = CodepageEncoder.getCodepoints('windows1252', true);
const [LF, CR, DLE, ESC, FS, GS] = [0x0a, 0x0d, 0x10, 0x1b, 0x1c, 0x1d];

const PLAIN = { big: false, bold: false, reversed: false };

/** What a printer does with the bytes it receives: print lines and images, cut, or answer a query. */
export interface PrinterHands {
  readonly cut: (paper: PaperLineOut[]) => void | Promise<void>;
  /** Real-time status (DLE EOT n), answered out of order. */
  readonly status: (kind: number) => void;
  /** GS r n: everything sent before it is done. */
  readonly done: () => void | Promise<void>;
}

/** Fixed-length commands that are skipped, by their second byte: how many bytes follow it. */
const SKIP_AFTER_ESC: Readonly<Record<number, number>> = {
  0x4d: 1,
  0x33: 1,
  0x32: 0,
  0x61: 1,
  0x2d: 1,
  0x64: 1,
  0x21: 1,
  0x52: 1,
  0x70: 3,
  0x7b: 1,
};
const SKIP_AFTER_GS: Readonly<Record<number, number>> = {
  0x4c: 2,
  0x57: 2,
  0x61: 1,
  0x48: 1,
  0x66: 1,
  0x68: 1,
  0x77: 1,
};

/** Parses ESC/POS byte by byte as a printer does; incomplete commands wait for more bytes. */
export class EscposReader {
  readonly #hands: PrinterHands;
  #bytes = Buffer.alloc(0);
  #paper: PaperLineOut[] = [];
  #line = '';
  #style = PLAIN;
  /** Style of the current line; a style may be switched off before the line ends. */
  #lineStyle = PLAIN;

  constructor(hands: PrinterHands) {
    this.#hands = hands;
  }

  async read(chunk: Buffer): Promise<void> {
    this.#bytes = Buffer.concat([this.#bytes, chunk]);
    let used = await this.#step();
    while (used > 0) {
      this.#bytes = this.#bytes.subarray(used);
      used = await this.#step();
    }
  }

  /** Length of the next command in bytes; 0 while it is incomplete. */
  async #step(): Promise<number> {
    const [first, second, third] = this.#bytes;
    if (first === undefined) return 0;
    if (first === LF) this.#feed();
    if (first === LF || first === CR) return 1;
    if (first !== ESC && first !== GS && first !== DLE && first !== FS) {
      if (this.#line === '') this.#lineStyle = this.#style;
      this.#line += String.fromCodePoint(LETTERS[first] ?? 0x3f);
      return 1;
    }
    if (second === undefined) return 0;
    if (first === FS) return 2;
    if (first === DLE) return this.#realTime(third);
    return first === ESC ? this.#escape(second, third) : await this.#group(second, third);
  }

  #realTime(kind: number | undefined): number {
    if (kind === undefined) return 0;
    this.#hands.status(kind);
    return 3;
  }

  #escape(command: number, value: number | undefined): number {
    if (command === 0x40) {
      this.#style = PLAIN;
      return 2;
    }
    if (command === 0x45 || command === 0x74) {
      if (value === undefined) return 0;
      if (command === 0x45) this.#style = { ...this.#style, bold: (value & 1) === 1 };
      return 3;
    }
    const skip = SKIP_AFTER_ESC[command] ?? 0;
    return this.#bytes.length >= 2 + skip ? 2 + skip : 0;
  }

  async #group(command: number, value: number | undefined): Promise<number> {
    if (command === 0x76) return this.#raster();
    if (command === 0x21 || command === 0x42 || command === 0x56 || command === 0x72) {
      if (value === undefined) return 0;
      if (command === 0x21) this.#style = { ...this.#style, big: value !== 0 };
      if (command === 0x42) this.#style = { ...this.#style, reversed: (value & 1) === 1 };
      if (command === 0x56) await this.#cut();
      if (command === 0x72) await this.#hands.done();
      return command === 0x56 && value >= 0x41 ? 4 : 3;
    }
    const skip = SKIP_AFTER_GS[command] ?? 0;
    return this.#bytes.length >= 2 + skip ? 2 + skip : 0;
  }

  /** GS v 0: width in bytes and height in dots, low byte first, then the dots. */
  async #raster(): Promise<number> {
    if (this.#bytes.length < 8) return 0;
    const [across, down] = [this.#bytes.readUInt16LE(4), this.#bytes.readUInt16LE(6)];
    const length = 8 + across * down;
    if (this.#bytes.length < length) return 0;
    const dots = this.#bytes.subarray(8, length);
    const width = across * 8;
    const grey = Buffer.alloc(width * down);
    for (let i = 0; i < grey.length; i++) grey[i] = ((dots[i >> 3] ?? 0) >> (7 - (i & 7))) & 1 ? 0 : 255;
    const png = await sharp(grey, { raw: { width, height: down, channels: 1 } })
      .png({ palette: true, colours: 2 })
      .toBuffer();
    this.#paper.push({ image: png.toString('base64'), width, height: down });
    return length;
  }

  #feed(): void {
    this.#paper.push({ text: this.#line, ...this.#lineStyle });
    this.#line = '';
    this.#lineStyle = PLAIN;
  }

  async #cut(): Promise<void> {
    if (this.#line !== '') this.#feed();
    const paper = this.#paper;
    this.#paper = [];
    while (paper.length > 0 && isBlank(paper.at(-1))) paper.pop();
    if (paper.length > 0) await this.#hands.cut(paper);
  }
}

function isBlank(line: PaperLineOut | undefined): boolean {
  return line !== undefined && 'text' in line && line.text === '';
}
