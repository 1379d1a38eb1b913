import { randomUUID } from 'node:crypto';
import type { PaperLineOut } from '@hearty-ladle/core';
import { request } from './testing/signed-in.ts';
import { beforeAll, describe, expect, it } from 'vitest';
import { PrintJobEntity } from './db/entities.ts';
import { escposBytes } from './devices/escpos.ts';
import { EscposReader } from './devices/escpos-reader.ts';
import { BOWL, papersOf, sendOrder, textsOf, ticketsOf, until } from './testing/requests.ts';
import { type TestHouse, useTwoServers } from './testing/test-house.ts';

let house: TestHouse;
let one: string;
let other: string;
useTwoServers((opened) => ({ house, one, other } = opened));
beforeAll(() => house.openPrinters());

const lines = [{ ...BOWL, notes: { 'allergy-note': 'no sesame' } }];
const place = (more: object = {}, server = one) => sendOrder(server, { lines, ...more }, { audience: 'device' });
const become = (station: string, mode: string) =>
  request(one).post(`/api/workbench/printers/steps:${station}/mode`).send({ mode }).expect(200);
const paperOf = async (station: string, number: number, location = 'steps') =>
  (await papersOf(other, `${location}:${station}`)).filter((paper) =>
    textsOf(paper).some((text) => new RegExp(`(^| )${number}$`).test(text)),
  );
const onPaper = (station: string, number: number) => until(async () => (await paperOf(station, number))[0]);

async function printed(lines: Parameters<typeof escposBytes>[0], columns: number): Promise<PaperLineOut[]> {
  const paper: PaperLineOut[] = [];
  const reader = new EscposReader({
    cut: (one) => void paper.push(...one),
    status: () => undefined,
    done: () => undefined,
  });
  const bytes = Buffer.from((await escposBytes(lines, columns)).bytes);
  // In chunks that end anywhere, as a network delivers them.
  for (let at = 0; at < bytes.length; at += 7) await reader.read(bytes.subarray(at, at + 7));
  return paper;
}

describe('tickets as ESC/POS bytes', () => {
  it('come out as they were laid out: big, bold, reversed, in Spanish', async () => {
    const paper = await printed(
      [
        { text: 'Ñandú jalapeño', style: 'big' },
        { text: '2x XTRA', style: 'bold' },
        { text: '!! SIN MANÍ !!', style: 'loud' },
        { text: 'plain', style: 'plain' },
      ],
      32,
    );
    expect(paper).toEqual([
      { text: 'Ñandú jalapeño', big: true, bold: false, reversed: false },
      { text: '2x XTRA', big: false, bold: true, reversed: false },
      { text: '!! SIN MANÍ !!', big: true, bold: false, reversed: true },
      { text: 'plain', big: false, bold: false, reversed: false },
    ]);
  });

  it.each(['Bún bò đặc biệt không hành', 'حساء العدس بدون بصل', '特製ラーメン'])(
    'draw what no code page has: %s',
    async (text) => {
      const [drawn] = await printed([{ text, style: 'plain' }], 42);
      expect(drawn).toMatchObject({ width: 42 * 12, height: 24 });
      expect((drawn as { image: string }).image.length).toBeGreaterThan(200);
    },
  );
});

describe('printing', () => {
  it('puts each ticket on its own station’s paper, the loud note reversed', async () => {
    const { body } = await place({ service: 'takeaway', name: 'Ilse', place: 'window' }).expect(201);
    const kettles = await onPaper('kettles', body.number);
    expect(textsOf(kettles)).toEqual(
      expect.arrayContaining([expect.stringContaining('takes away · Ilse'), '1 EMBER', '  WHEAT']),
    );
    expect(kettles).toContainEqual(expect.objectContaining({ text: '!! no sesame', reversed: true, big: true }));
    expect(textsOf(await onPaper('cold', body.number))).toContain('  WHEAT');
    await until(async () => (await ticketsOf(one, body.number)).every(({ paper }) => paper?.state === 'printed'));
  });

  it('goes to the printers of the order’s own location', async () => {
    const { body } = await sendOrder(one, { location: 'millrace', lines: [BOWL] }).expect(201);
    await until(async () => (await paperOf('kettles', body.number, 'millrace'))[0]);
    await until(async () => (await ticketsOf(one, body.number)).every(({ paper }) => paper?.state === 'printed'));
    expect(await paperOf('kettles', body.number)).toEqual([]);
  });

  it('says REPRINT on a reprint, and how an order went in its history', async () => {
    const { body } = await place().expect(201);
    await onPaper('kettles', body.number);
    const [ticket] = (await ticketsOf(one, body.number)).filter(({ station }) => station === 'kettles');
    await request(other).post(`/api/device/tickets/${ticket?.id}/reprint`).send({}).expect(202);
    const twice = await until(
      async () => (await paperOf('kettles', body.number)).length === 2 && (await paperOf('kettles', body.number)),
    );
    expect(textsOf(twice[0] ?? [])[0]).toBe('** REPRINT **');
    const order = await until(async () => {
      const { body: it } = await request(one).get(`/api/workbench/orders/${body.id}`).expect(200);
      return it.history.filter(({ what }: { what: string }) => what === 'printed').length >= 3 && it;
    });
    expect(order.history[0].what).toBe('placed');
    await request(one).post('/api/device/tickets/00000000-0000-4000-8000-000000000000/reprint').send({}).expect(404);
  });

  it('waits for paper, turns to the backup with a visible mark, and loses nothing', async () => {
    await become('griddle', 'out-of-paper');
    await until(async () =>
      (await request(one).get('/api/workbench/printers')).body.some(
        (it: { station: string; health: string }) => it.station === 'griddle' && it.health === 'out-of-paper',
      ),
    );
    const { body } = await request(one)
      .post('/api/device/orders')
      .set('Idempotency-Key', randomUUID())
      .send({ location: 'steps', lines: [{ item: 'griddle-fold', picks: [{ group: 'filling', choice: 'cheese' }] }] })
      .expect(201);
    const backup = await onPaper('kettles', body.number);
    expect(textsOf(backup).join(' ')).toContain('** FOR Griddle **');
    expect(await paperOf('griddle', body.number)).toEqual([]);
    await become('griddle', 'ok');
    const { body: next } = await request(one)
      .post('/api/device/orders')
      .set('Idempotency-Key', randomUUID())
      .send({ location: 'steps', lines: [{ item: 'griddle-fold', picks: [{ group: 'filling', choice: 'cheese' }] }] })
      .expect(201);
    expect(textsOf(await onPaper('griddle', next.number))[0]).toBe(`Griddle ${next.number}`);
  });

  it('prints again, and says so, what a printer dropped on the way', async () => {
    await become('kettles', 'drops');
    const { body } = await place().expect(201);
    await until(async () =>
      (await ticketsOf(one, body.number)).some(({ station, paper }) => station === 'kettles' && paper?.doubtful),
    );
    await become('kettles', 'ok');
    const whole = await until(async () =>
      (await paperOf('kettles', body.number)).find((paper) =>
        textsOf(paper).some((text) => text.includes('no sesame')),
      ),
    );
    expect(textsOf(whole)[0]).toContain('MAY BE');
  });

  it('takes up what a process left behind in the middle of printing, and marks it', async () => {
    await become('kettles', 'away');
    const { body } = await place().expect(201);
    const [ticket] = (await ticketsOf(one, body.number)).filter(({ station }) => station === 'kettles');
    // The state after a crash with the ticket sent: nobody continues with it.
    await until(
      async () =>
        (await house.database.manager.findOneBy(PrintJobEntity, { ticketId: ticket?.id ?? '' }))?.fault === 'away',
    );
    await house.database.manager.update(
      PrintJobEntity,
      { ticketId: ticket?.id ?? '' },
      { state: 'sending', dueAt: new Date(0) },
    );
    await become('kettles', 'ok');
    expect(textsOf(await onPaper('kettles', body.number))[0]).toContain('MAY BE');
  });

  it('refuses to play a printer in a way there is none', async () => {
    await request(one).post('/api/workbench/printers/kettles/mode').send({ mode: 'on fire' }).expect(400);
    await request(one).post('/api/workbench/printers/roof/mode').send({ mode: 'ok' }).expect(404);
  });
});
