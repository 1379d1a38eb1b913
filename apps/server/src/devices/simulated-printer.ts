import type { PrinterMode } from '@hearty-ladle/core';
import { createServer, type Server, type Socket } from 'node:net';
import type { AddressInfo } from 'node:net';
import { setTimeout as sleep } from 'node:timers/promises';
import type { PaperLineOut } from '@hearty-ladle/core';
import { EscposReader } from './escpos-reader.ts';

/** ESC/POS status bytes: a fixed pattern plus error bits. */
const STATUS_FINE = 0x12;
const OFFLINE = 0x08;
const PAPER_END = 0x60;
const COVER_OR_JAM = 0x40;
/** One line of 4.2 mm at 60 mm per second. */
const SLOW_LINE_MS = 70;

/**
 * A simulated printer: accepts ESC/POS over TCP on loopback, answers status queries, and can fail as real printers do.
 */
export class SimulatedPrinter {
  readonly #server: Server;
  readonly #sockets = new Set<Socket>();
  readonly #print: (paper: PaperLineOut[]) => Promise<void>;
  #mode: PrinterMode = 'ok';
  #port = 0;

  constructor(print: (paper: PaperLineOut[]) => Promise<void>) {
    this.#print = print;
    this.#server = createServer((socket) => this.#serve(socket));
  }

  get port(): number {
    return this.#port;
  }

  async open(): Promise<void> {
    await this.#listen(0);
    this.#port = (this.#server.address() as AddressInfo).port;
  }

  /** Switches its behaviour; after `away` it listens at the same port again. */
  async become(mode: PrinterMode): Promise<void> {
    if (mode === this.#mode) return;
    const was = this.#mode;
    this.#mode = mode;
    if (mode === 'away' || mode === 'drops') for (const socket of this.#sockets) socket.destroy();
    if (mode === 'away') await new Promise((resolve) => this.#server.close(resolve));
    else if (was === 'away') await this.#listen(this.#port);
  }

  async close(): Promise<void> {
    for (const socket of this.#sockets) socket.destroy();
    if (this.#mode !== 'away') await new Promise((resolve) => this.#server.close(resolve));
  }

  #listen(port: number): Promise<void> {
    return new Promise((resolve, reject) => {
      this.#server.once('error', reject);
      this.#server.listen(port, '127.0.0.1', () => resolve());
    });
  }

  #serve(socket: Socket): void {
    this.#sockets.add(socket);
    socket.on('close', () => this.#sockets.delete(socket));
    socket.on('error', () => socket.destroy());
    const answer = (byte: number) => {
      if (this.#mode !== 'stalled' && !socket.destroyed) socket.write(Uint8Array.of(byte));
    };
    const reader = new EscposReader({
      status: (kind) => answer(this.#status(kind)),
      done: () => answer(0),
      cut: async (paper) => {
        if (this.#mode === 'slow') await sleep(paper.length * SLOW_LINE_MS);
        if (this.#mode === 'ok' || this.#mode === 'slow') await this.#print(paper);
        if (this.#mode !== 'drops') return;
        await this.#print(paper.slice(0, Math.ceil(paper.length / 2)));
        socket.destroy();
      },
    });
    let reading = Promise.resolve();
    socket.on('data', (chunk) => {
      if (this.#mode === 'stalled') return;
      if (this.#mode === 'echoes') return void socket.write(chunk);
      reading = reading.then(() => reader.read(chunk)).catch(() => void socket.destroy());
    });
  }

  #status(kind: number): number {
    if (this.#mode === 'out-of-paper') return STATUS_FINE | (kind === 4 ? PAPER_END : kind === 1 ? OFFLINE : 0);
    if (this.#mode === 'jammed') return STATUS_FINE | (kind === 3 ? COVER_OR_JAM : kind === 1 ? OFFLINE : 0);
    return STATUS_FINE;
  }
}
