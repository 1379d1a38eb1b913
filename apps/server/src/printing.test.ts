import { randomUUID } from 'node:crypto';
import { createServer, type Socket } from 'node:net';
import type { AddressInfo } from 'node:net';
import type { PaperLine, PaperLineOut, PrinterMode } from '@hearty-ladle/core';
import { request } from './testing/signed-in.ts';
import { afterAll, describe, expect, it } from 'vitest';
import { PrinterEntity, PrintJobEntity, TicketEntity } from './db/entities.ts';
import { columnsPrinted, escposBytes } from './devices/escpos.ts';
import { EscposReader } from './devices/escpos-reader.ts';
import { printOn } from './devices/printer-line.ts';
import { SimulatedPrinter } from './devices/simulated-printer.ts';
import { printJob } from './jobs/print-ticket.ts';
import { BOWL, sendOrder, textsOf, ticketsOf } from './testing/requests.ts';
import { type TestHouse, useTwoServers } from './testing/test-house.ts';

let house: TestHouse;
let one: string;
useTwoServers((opened) => ({ house, one } = opened));

const opened: SimulatedPrinter[] = [];
afterAll(() => Promise.all(opened.map((printer) => printer.close())));

/** A printer for a station at the location of the orders, and what comes out of it. */
async function printerAt(station: string, mode: PrinterMode = 'ok') {
  const papers: PaperLineOut[][] = [];
  const printer = new SimulatedPrinter((paper) => Promise.resolve(void papers.push(paper)));
  await printer.open();
  await printer.become(mode);
  opened.push(printer);
  await house.database.manager.upsert(
    PrinterEntity,
    {
      id: `steps:${station}`,
      station,
      location: 'steps',
      host: '127.0.0.1',
      port: printer.port,
      health: 'unknown',
      since: new Date(),
    },
    ['id'],
  );
  return { printer, papers, printed: () => papers.map((paper) => textsOf(paper).join('\n')) };
}

const place = async (more: object = {}) =>
  (await sendOrder(one, { lines: [BOWL], ...more }, { audience: 'device' }).expect(201)).body as {
    id: string;
    number: number;
  };
const ticketAt = async (number: number, station: string) =>
  (await ticketsOf(one, number)).find((ticket) => ticket.station === station);
const paperOf = async (number: number, station: string) => (await ticketAt(number, station))?.paper;

const eventually = (look: () => Promise<unknown>) => expect.poll(look, { timeout: 60_000, interval: 100 });

/** A job for a ticket at a printer of its own. */
async function jobAt(printer: string, orderNumber: number): Promise<void> {
  const { id: ticketId } = await house.database.manager.findOneByOrFail(TicketEntity, {
    orderNumber,
    station: 'kettles',
  });
  const now = new Date(Date.now() - 60_000);
  await house.database.manager.insert(PrintJobEntity, {
    id: randomUUID(),
    ticketId,
    printer,
    state: 'waiting',
    copy: 1,
    doubtful: false,
    doubts: 0,
    attempts: 0,
    fault: null,
    createdAt: now,
    dueAt: now,
    printedAt: null,
  });
}

describe('printers', () => {
  it('twelve that never answer hold up nobody: not the server, not the printer beside them', async () => {
    const kettles = await printerAt('kettles');
    const { number } = await place();
    const mute = await Promise.all(Array.from({ length: 12 }, (_, i) => printerAt(`mute-${i}`, 'stalled')));
    for (let i = 0; i < mute.length; i++) await jobAt(`steps:mute-${i}`, number);
    await eventually(async () => house.database.manager.countBy(PrintJobEntity, { fault: 'stalled' })).toBe(12);
    const [{ held }] = (await house.database.query(
      `SELECT count(*)::int AS held FROM pg_stat_activity WHERE datname = current_database() AND state <> 'idle'
        AND pid <> pg_backend_pid()`,
    )) as [{ held: number }];
    expect(held).toBeLessThanOrEqual(4);
    const next = await place();
    await eventually(() => paperOf(next.number, 'kettles')).toMatchObject({ state: 'printed' });
    expect(kettles.printed().at(-1)).toContain(`Kettles ${next.number}`);
    await house.database.manager.delete(PrintJobEntity, { fault: 'stalled' });
    for (let i = 0; i < mute.length; i++) await house.database.manager.delete(PrinterEntity, { id: `steps:mute-${i}` });
  });

  it('as slow as paper print a long ticket once', async () => {
    const kettles = await printerAt('kettles', 'slow');
    const { number } = await place({
      lines: Array.from({ length: 14 }, () => ({
        ...BOWL,
        notes: { 'allergy-note': 'no sesame, and please tell the guest when it is ready' },
      })),
    });
    await eventually(() => paperOf(number, 'kettles')).toMatchObject({ state: 'printed', doubtful: false });
    expect(kettles.papers).toHaveLength(1);
    expect(kettles.papers[0]?.length).toBeGreaterThan(60);
  });

  it('that leave it unknown what is on paper are stopped after three tries, loudly, and the ticket can be printed again', async () => {
    const kettles = await printerAt('kettles', 'drops');
    const { number, id } = await place();
    await eventually(() => paperOf(number, 'kettles')).toMatchObject({ state: 'stopped', doubtful: true });
    expect(kettles.papers.length).toBeLessThanOrEqual(3);
    expect((await request(one).get(`/api/workbench/orders/${id}`).expect(200)).body.history).toContainEqual(
      expect.objectContaining({ what: 'not-printed', station: 'kettles' }),
    );
    await kettles.printer.become('ok');
    await request(one)
      .post(`/api/device/tickets/${(await ticketAt(number, 'kettles'))?.id}/reprint`)
      .send({})
      .expect(202);
    await eventually(() => paperOf(number, 'kettles')).toMatchObject({ state: 'printed' });
  });

  it('print a job once, when two processes both believe it is theirs', async () => {
    const kettles = await printerAt('kettles', 'out-of-paper');
    const { number } = await place();
    await eventually(() => paperOf(number, 'kettles')).toMatchObject({ fault: 'out-of-paper' });
    const { id: ticketId } = await house.database.manager.findOneByOrFail(TicketEntity, {
      orderNumber: number,
      station: 'kettles',
    });
    await house.database.manager.update(PrintJobEntity, { ticketId }, { dueAt: new Date(Date.now() + 60_000) });
    const job = await house.database.manager.findOneByOrFail(PrintJobEntity, { ticketId });
    await kettles.printer.become('ok');
    const turns = await Promise.all([printJob(house.database, job), printJob(house.database, job)]);
    expect(turns.map((some) => some.length).sort()).toEqual([0, 1]);
    expect(kettles.papers).toHaveLength(1);
  });

  it('get no ticket that can’t be printed, which is said where it is looked for; the next one is printed', async () => {
    const kettles = await printerAt('kettles', 'out-of-paper');
    const broken = await place();
    await house.database.query(
      `UPDATE ticket SET body = '{"station":"kettles","lines":7,"notes":[]}' WHERE order_number = $1 AND station = 'kettles'`,
      [broken.number],
    );
    const next = await place();
    await kettles.printer.become('ok');
    // The pass can't list a ticket that is broken, so the jobs are looked at themselves.
    const jobOf = async (orderNumber: number) => {
      const { id } = await house.database.manager.findOneByOrFail(TicketEntity, { orderNumber, station: 'kettles' });
      return house.database.manager.findOneByOrFail(PrintJobEntity, { ticketId: id });
    };
    await eventually(() => jobOf(next.number)).toMatchObject({ state: 'printed' });
    // It may have waited for paper before it was broken, and then the next one is tried first.
    await eventually(() => jobOf(broken.number)).toMatchObject({ state: 'stopped', fault: 'unprintable' });
    await house.database.query('DELETE FROM orders WHERE number = $1', [broken.number]);
  });
});

/** Parses printed bytes into cuts and the text between them. */
async function read(bytes: Uint8Array) {
  const cuts: PaperLineOut[][] = [];
  await new EscposReader({
    cut: (paper) => void cuts.push(paper),
    status: () => cuts.push([]),
    done: () => undefined,
  }).read(Buffer.from(bytes));
  return cuts;
}

describe('bytes', () => {
  const line = (text: string, style: PaperLine['style'] = 'plain') => ({ text, style }) as PaperLine;

  it('are made for every width of paper that a station can have', async () => {
    for (let columns = 20; columns <= 96; columns++) {
      const widest = columnsPrinted(columns);
      const text = 'abcdefghij'.repeat(10).slice(0, widest);
      const [paper] = await read(
        (await escposBytes([line(text), line(text.slice(0, Math.floor(widest / 2)), 'big')], columns)).bytes,
      );
      expect({ columns, texts: paper?.flatMap((it) => ('text' in it && it.text !== '' ? [it.text] : [])) }).toEqual({
        columns,
        texts: [text, text.slice(0, Math.floor(widest / 2))],
      });
    }
  });

  it('are made of words that have no width, too', async () => {
    for (const text of ['\u200d', '\u200b\u2060', '\ufeff', '\u0301']) {
      await expect(escposBytes([line(text), line('after', 'loud')], 42)).resolves.toMatchObject({
        heightDots: expect.any(Number),
      });
    }
  });

  it('hold no command that came with a text', async () => {
    const drawer = '\u001bp\u0000\u0019\u00fa';
    const cut = '\u001dV\u0000';
    const cuts = await read(
      (
        await escposBytes(
          [line(`Soup${drawer}${cut}\u0010\u0014\u0001`), line('\u001b@\u0010\u0004\u0001Tea', 'big')],
          42,
        )
      ).bytes,
    );
    expect(cuts).toHaveLength(1);
    expect(cuts[0]?.flatMap((it) => ('text' in it ? [it.text] : [])).join('|')).toMatch(/^Soup p ú V \|.*Tea/);
  });

  it('of a name with control characters reach neither the order nor its ticket', async () => {
    const kettles = await printerAt('kettles');
    const { number, id } = await place({ name: '\u001bp\u0000\u0001'.replace('\u0000', '\u0007'), place: 'table\n4' });
    await eventually(() => paperOf(number, 'kettles')).toMatchObject({ state: 'printed' });
    expect((await request(one).get(`/api/workbench/orders/${id}`)).body).toMatchObject({ name: 'p', place: 'table 4' });
    expect(kettles.printed().join('')).toContain('table 4');
  });
});

describe('a device that is no printer', () => {
  /** A TCP server that answers with the bytes returned by `answer`. */
  async function device(answer: (chunk: Buffer, socket: Socket) => void): Promise<{ port: number; close: () => void }> {
    const sockets = new Set<Socket>();
    const server = createServer((socket) => {
      sockets.add(socket);
      socket.on('error', () => socket.destroy()).on('data', (chunk) => answer(chunk, socket));
    });
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    return {
      port: (server.address() as AddressInfo).port,
      close: () => (sockets.forEach((socket) => socket.destroy()), server.close()),
    };
  }
  const ticket = () => escposBytes([{ text: 'KETTLES 12', style: 'plain' } as PaperLine], 42);

  it.each<[string, (chunk: Buffer, socket: Socket) => void, string]>([
    ['echoes', (chunk, socket) => socket.write(chunk), 'refused'],
    [
      'tells a status that nobody asked for',
      (_, socket) => socket.write(Buffer.from([0x10, 0x00, 0x00, 0x00])),
      'refused',
    ],
    [
      'answers only what was asked before',
      (chunk, socket) => void (chunk.includes(0x72) || socket.write(Buffer.from([0x12]))),
      'unknown',
    ],
  ])('that %s has printed nothing', async (_, answer, result) => {
    const { port, close } = await device(answer);
    const { bytes, heightDots } = await ticket();
    expect((await printOn({ host: '127.0.0.1', port }, bytes, heightDots)).result).toBe(result);
    close();
  });
});
