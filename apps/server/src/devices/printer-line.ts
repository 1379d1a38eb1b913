import { createConnection, type Socket } from 'node:net';
import { ASK_WHETHER_DONE, SAY_NOTHING_UNASKED } from './escpos.ts';

/** A printer's reported health; `away`: nothing answers at its address. */
export type PrinterHealth = 'ok' | 'out-of-paper' | 'jammed' | 'stalled' | 'away';

/**
 * Result of printing. `refused`: the printer was not ready and printed nothing. `unknown`: bytes were sent but no
 * confirmation came, so the ticket may or may not be on paper.
 */
export type PrintResult =
  { readonly result: 'printed' } | { readonly result: 'refused' | 'unknown'; readonly health: PrinterHealth };

const ANSWER_MS = 2_000;
/** DLE EOT n: 1 printer, 3 errors, 4 paper. */
const ASK_FAULT = Uint8Array.of(0x10, 0x04, 3);
const ASK_PAPER = Uint8Array.of(0x10, 0x04, 4);

export interface PrinterAddress {
  readonly host: string;
  readonly port: number;
}

/** Queries a printer's health. */
export async function printerHealth(address: PrinterAddress): Promise<PrinterHealth> {
  const line = await openLine(address);
  if (!line) return 'away';
  try {
    return await line.health();
  } finally {
    line.close();
  }
}

/** The slowest printer that is waited for, in dots per second: 25 mm. */
const SLOWEST_DOTS = 200;

/**
 * Sends a ticket to a printer that is ready, and waits for confirmation that it is on paper, for as long as that length
 * of paper may take.
 */
export async function printOn(address: PrinterAddress, bytes: Uint8Array, heightDots: number): Promise<PrintResult> {
  const line = await openLine(address);
  if (!line) return { result: 'refused', health: 'away' };
  try {
    const health = await line.health();
    if (health !== 'ok') return { result: 'refused', health };
    line.send(bytes);
    const patience = ANSWER_MS + (heightDots / SLOWEST_DOTS) * 1_000;
    if ((await line.ask(ASK_WHETHER_DONE, isPaperStatus, patience)) === undefined)
      return { result: 'unknown', health: 'stalled' };
    // If paper ran out on the way, nobody knows how much was printed.
    const after = await line.health();
    return after === 'ok' ? { result: 'printed' } : { result: 'unknown', health: after };
  } finally {
    line.close();
  }
}

/** Fixed bits of a DLE EOT answer: 0 and 7 clear, 1 and 4 set (ESC/POS). An echo has them wrong. */
const isRealTimeStatus = (byte: number) => (byte & 0x93) === 0x12;
/** Fixed bits of a GS r 1 answer: 4 and 7 clear (ESC/POS). */
const isPaperStatus = (byte: number) => (byte & 0x90) === 0;

class PrinterLine {
  readonly #socket: Socket;
  #answers: number[] = [];
  #waiting:
    | { readonly isAnswer: (byte: number) => boolean; readonly resolve: (answer: number | undefined) => void }
    | undefined;

  constructor(socket: Socket) {
    this.#socket = socket;
    socket.on('data', (chunk) => {
      this.#answers.push(...chunk);
      this.#settle();
    });
    socket.on('error', () => this.#lost());
    socket.on('close', () => this.#lost());
  }

  send(bytes: Uint8Array): void {
    this.#socket.write(bytes);
  }

  /**
   * Sends a query and returns the answer byte. Ignores bytes that arrived before the query or have the wrong fixed
   * bits. Undefined on timeout or a lost connection.
   */
  ask(question: Uint8Array, isAnswer: (byte: number) => boolean, patience = ANSWER_MS): Promise<number | undefined> {
    this.#answers = [];
    this.send(question);
    return new Promise((resolve) => {
      const timer = setTimeout(() => this.#lost(), patience);
      this.#waiting = {
        isAnswer,
        resolve: (answer) => {
          clearTimeout(timer);
          this.#waiting = undefined;
          resolve(answer);
        },
      };
      if (this.#socket.destroyed) this.#lost();
    });
  }

  async health(): Promise<PrinterHealth> {
    this.send(SAY_NOTHING_UNASKED);
    const fault = await this.ask(ASK_FAULT, isRealTimeStatus);
    if (fault === undefined) return 'stalled';
    if ((fault & 0x40) !== 0) return 'jammed';
    const paper = await this.ask(ASK_PAPER, isRealTimeStatus);
    if (paper === undefined) return 'stalled';
    return (paper & 0x60) === 0 ? 'ok' : 'out-of-paper';
  }

  close(): void {
    this.#socket.end();
    this.#socket.destroySoon();
  }

  #settle(): void {
    const waiting = this.#waiting;
    const answer = waiting && this.#answers.find((byte) => waiting.isAnswer(byte));
    if (waiting && answer !== undefined) waiting.resolve(answer);
  }

  #lost(): void {
    this.#waiting?.resolve(undefined);
  }
}

function openLine({ host, port }: PrinterAddress): Promise<PrinterLine | undefined> {
  return new Promise((resolve) => {
    const socket = createConnection({ host, port, timeout: ANSWER_MS });
    const fail = () => {
      socket.destroy();
      resolve(undefined);
    };
    socket.once('error', fail);
    socket.once('timeout', fail);
    socket.once('connect', () => {
      socket.off('error', fail);
      socket.off('timeout', fail);
      socket.setTimeout(0);
      resolve(new PrinterLine(socket));
    });
  });
}
