import type { PaperLineOut, PassTicket } from '@hearty-ladle/core';
import request from 'supertest';
import { beforeAll, describe, expect, it } from 'vitest';
import { PrintJobEntity } from './db/entities.ts';
import { escposBytes } from './devices/escpos.ts';
import { EscposReader } from './devices/escpos-reader.ts';
import { type TestHouse, useTwoServers } from './testing/test-house.ts';

let house: TestHouse;
let one: string;
let other: string;
useTwoServers((opened) => ({ house, one, other } = opened));
beforeAll(() => house.openPrinters());

let keys = 0;
const place = (more: object = {}, server = one) =>
  request(server).post('/api/device/orders').set('Idempotency-Key', `kitchen-key-${keys++}`).send({
    lines: [{ item: 'ember', picks: [{ group: 'bowl-size', choice: 'regular' }, { group: 'noodle', choice: 'wheat' }], notes: { 'allergy-note': 'no sesame' } }], ...more,
  });
const become = (station: string, mode: string) => request(one).post(`/api/workbench/printers/${station}/mode`).send({ mode }).expect(200);
const textsOf = (paper: readonly PaperLineOut[]) => paper.map((line) => ('text' in line ? line.text : '[drawn]'));
const papers = async (station: string) => ((await request(other).get(`/api/workbench/printers/${station}/paper`).expect(200)).body as { body: PaperLineOut[] }[]).map(({ body }) => body);
const paperOf = async (station: string, number: number) => (await papers(station)).filter((paper) => textsOf(paper).some((text) => new RegExp(`(^| )${number}$`).test(text)));
const ticketsOf = async (number: number) => ((await request(one).get('/api/device/tickets').expect(200)).body as PassTicket[]).filter(({ orderNumber }) => orderNumber === number);

async function until<T>(look: () => Promise<T | undefined | false>, seconds = 25): Promise<T> {
  for (let i = 0; i < seconds * 10; i++) {
    const found = await look();
    if (found) return found;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error('it did not come to pass');
}
const onPaper = (station: string, number: number) => until(async () => (await paperOf(station, number))[0]);

async function printed(lines: Parameters<typeof escposBytes>[0], columns: number): Promise<PaperLineOut[]> {
  const paper: PaperLineOut[] = [];
  const reader = new EscposReader({ cut: (one) => void paper.push(...one), status: () => undefined, done: () => undefined });
  const bytes = Buffer.from((await escposBytes(lines, columns)).bytes);
  // In chunks that end anywhere, as a network delivers them.
  for (let at = 0; at < bytes.length; at += 7) await reader.read(bytes.subarray(at, at + 7));
  return paper;
}

describe('tickets as ESC/POS bytes', () => {
  it('come out as they were laid out: big, bold, reversed, in Spanish', async () => {
    const paper = await printed([{ text: 'Ñandú jalapeño', style: 'big' }, { text: '2x XTRA', style: 'bold' }, { text: '!! SIN MANÍ !!', style: 'loud' }, { text: 'plain', style: 'plain' }], 32);
    expect(paper).toEqual([
      { text: 'Ñandú jalapeño', big: true, bold: false, reversed: false }, { text: '2x XTRA', big: false, bold: true, reversed: false },
      { text: '!! SIN MANÍ !!', big: true, bold: false, reversed: true }, { text: 'plain', big: false, bold: false, reversed: false },
    ]);
  });

  it.each(['Bún bò đặc biệt không hành', 'حساء العدس بدون بصل', '特製ラーメン'])('draw what no code page has: %s', async (text) => {
    const [drawn] = await printed([{ text, style: 'plain' }], 42);
    expect(drawn).toMatchObject({ width: 42 * 12, height: 24 });
    expect((drawn as { image: string }).image.length).toBeGreaterThan(200);
  });
});

describe('printing', () => {
  it('puts each ticket on its own station’s paper, the loud note reversed', async () => {
    const { body } = await place({ service: 'takeaway', name: 'Ilse', place: 'window' }).expect(201);
    const kettles = await onPaper('kettles', body.number);
    expect(textsOf(kettles)).toEqual(expect.arrayContaining([expect.stringContaining('takes away · Ilse'), '1 EMBER', '  WHEAT']));
    expect(kettles).toContainEqual(expect.objectContaining({ text: '!! no sesame', reversed: true, big: true }));
    expect(textsOf(await onPaper('cold', body.number))).toContain('  WHEAT');
    await until(async () => (await ticketsOf(body.number)).every(({ paper }) => paper?.state === 'printed'));
  });

  it('says REPRINT on a reprint, and how an order went in its history', async () => {
    const { body } = await place().expect(201);
    await onPaper('kettles', body.number);
    const [ticket] = (await ticketsOf(body.number)).filter(({ station }) => station === 'kettles');
    await request(other).post(`/api/device/tickets/${ticket?.id}/reprint`).send({}).expect(202);
    const twice = await until(async () => (await paperOf('kettles', body.number)).length === 2 && (await paperOf('kettles', body.number)));
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
    await until(async () => (await request(one).get('/api/workbench/printers')).body.some((it: { station: string; health: string }) => it.station === 'griddle' && it.health === 'out-of-paper'));
    const { body } = await request(one).post('/api/device/orders').set('Idempotency-Key', `kitchen-key-${keys++}`).send({ lines: [{ item: 'griddle-fold', picks: [{ group: 'filling', choice: 'cheese' }] }] }).expect(201);
    const backup = await onPaper('kettles', body.number);
    expect(textsOf(backup).join(' ')).toContain('** FOR Griddle **');
    expect(await paperOf('griddle', body.number)).toEqual([]);
    await become('griddle', 'ok');
    const { body: next } = await request(one).post('/api/device/orders').set('Idempotency-Key', `kitchen-key-${keys++}`).send({ lines: [{ item: 'griddle-fold', picks: [{ group: 'filling', choice: 'cheese' }] }] }).expect(201);
    expect(textsOf(await onPaper('griddle', next.number))[0]).toBe(`Griddle ${next.number}`);
  });

  it('prints again, and says so, what a printer dropped on the way', async () => {
    await become('kettles', 'drops');
    const { body } = await place().expect(201);
    await until(async () => (await ticketsOf(body.number)).some(({ station, paper }) => station === 'kettles' && paper?.doubtful));
    await become('kettles', 'ok');
    const whole = await until(async () => (await paperOf('kettles', body.number)).find((paper) => textsOf(paper).some((text) => text.includes('no sesame'))));
    expect(textsOf(whole)[0]).toContain('MAY BE');
  });

  it('takes up what a process left behind in the middle of printing, and marks it', async () => {
    await become('kettles', 'away');
    const { body } = await place().expect(201);
    const [ticket] = (await ticketsOf(body.number)).filter(({ station }) => station === 'kettles');
    // The state after a crash with the ticket sent: nobody continues with it.
    await until(async () => (await house.database.manager.findOneBy(PrintJobEntity, { ticketId: ticket?.id ?? '' }))?.fault === 'away');
    await house.database.manager.update(PrintJobEntity, { ticketId: ticket?.id ?? '' }, { state: 'sending', dueAt: new Date(0) });
    await become('kettles', 'ok');
    expect(textsOf(await onPaper('kettles', body.number))[0]).toContain('MAY BE');
  });

  it('refuses to play a printer in a way there is none', async () => {
    await request(one).post('/api/workbench/printers/kettles/mode').send({ mode: 'on fire' }).expect(400);
    await request(one).post('/api/workbench/printers/roof/mode').send({ mode: 'ok' }).expect(404);
  });
});

describe('orders', () => {
  it('are not charged otherwise than was seen', async () => {
    const refused = await place({ seenTotal: 1 }).expect(409);
    expect(refused.body).toMatchObject({ type: expect.stringContaining('costs-otherwise'), total: 1070 });
    await place({ seenTotal: 1070 }).expect(201);
  });

  it('are found by number, name, place and dish, and tell whoever placed them how far they are', async () => {
    const { body } = await place({ name: 'Rosalind', place: 'table 9' }).expect(201);
    for (const find of ['rosalind', 'table 9', String(body.number), 'ember']) {
      const { body: rows } = await request(other).get('/api/workbench/orders').query({ find }).expect(200);
      expect(rows.map(({ number }: { number: number }) => number)).toContain(body.number);
    }
    expect((await request(one).get('/api/workbench/orders').query({ find: '100%' }).expect(200)).body).toEqual([]);
    const tickets = await ticketsOf(body.number);
    await request(one).post(`/api/device/tickets/${tickets[0]?.id}/bump`).send({}).expect(200);
    expect((await request(other).get(`/api/shop/orders/${body.id}/progress`).expect(200)).body).toEqual({ number: body.number, total: 1070, tickets: tickets.length, bumped: 1 });
    await request(one).get('/api/shop/orders/nothing/progress').expect(404);
  });

  it('parked at one till are taken up at another, once, however often it is tried', async () => {
    const park = () => request(one).post('/api/device/parked').set('Idempotency-Key', 'park-this-once').send({ lines: [{ item: 'toast' }], name: 'Ilse\u001b' });
    const { body } = await park().expect(201);
    expect((await park().expect(201)).body).toEqual(body);
    expect((await request(other).get('/api/device/parked').expect(200)).body).toMatchObject([{ id: body.id, label: 'Ilse', dishes: 1, reserved: false }]);
    const step = (server: string, what: string, reservation: string) => request(server).post(`/api/device/parked/${body.id}/${what}`).send({ reservation });
    const tries = await Promise.all([step(one, 'reserve', 'till-one'), step(other, 'reserve', 'till-two')]);
    expect(tries.map(({ status }) => status).sort()).toEqual([200, 404]);
    const winner = tries[0]?.status === 200 ? 'till-one' : 'till-two';
    expect((await step(one, 'reserve', winner).expect(200)).body).toMatchObject({ lines: [{ item: 'toast' }] });
    await step(one, 'confirm', 'till-three').expect(409);
    await step(one, 'confirm', winner).expect(200);
    await step(other, 'confirm', winner).expect(200);
    await step(one, 'reserve', 'till-three').expect(404);
    expect((await request(one).get('/api/device/parked').expect(200)).body).toEqual([]);
  });

  it('stay parked where the till that took them up breaks down before it has them', async () => {
    const { body } = await request(one).post('/api/device/parked').set('Idempotency-Key', 'park-another').send({ lines: [{ item: 'toast' }] }).expect(201);
    await request(one).post(`/api/device/parked/${body.id}/reserve`).send({ reservation: 'broken-till' }).expect(200);
    await house.database.query(`UPDATE parked_order SET reserved_until = now() - interval '1 second'`);
    await request(other).post(`/api/device/parked/${body.id}/reserve`).send({ reservation: 'other-till' }).expect(200);
    await request(one).post(`/api/device/parked/${body.id}/confirm`).send({ reservation: 'broken-till' }).expect(409);
  });

  it('name a price only with the PIN of a person who may, and only at a till', async () => {
    const order = { lines: [{ item: 'off-menu', amounts: { 'named-price': 450 } }] };
    const send = (pin?: string, face = 'device') => request(one).post(`/api/${face}/orders`).set('Idempotency-Key', `kitchen-key-${keys++}`).send({ ...order, ...(pin && { pin }) });
    await send().expect(403);
    await send('0000').expect(403);
    await send('2468', 'shop').expect(403);
    expect((await send('2468').expect(201)).body.total).toBe(450);
  });
});

describe('the description of the API', () => {
  it('is OpenAPI 3.1 whose references all lead somewhere, made from what is checked', async () => {
    const { body } = await request(one).get('/api/openapi.json').expect(200);
    expect(body.openapi).toBe('3.1.0');
    for (const [, name] of JSON.stringify(body).matchAll(/"#\/components\/schemas\/([^"]+)"/g)) expect(body.components.schemas).toHaveProperty(name ?? '');
    expect(body.components.schemas.OrderRequest.properties).toHaveProperty('seenTotal');
    expect(JSON.stringify(body)).not.toContain('#/$defs/');
  });
});
