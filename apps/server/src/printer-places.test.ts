import type { PaperLineOut, Printer, PrinterPlace } from '@hearty-ladle/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { SimulatedPrinter } from './devices/simulated-printer.ts';
import { BOWL, sendOrder, textsOf, ticketsOf } from './testing/requests.ts';
import { request } from './testing/signed-in.ts';
import { type TestHouse, useTwoServers } from './testing/test-house.ts';

let house: TestHouse;
let one: string;
let other: string;
useTwoServers((opened) => ({ house, one, other } = opened));

/** Stands for a printer on the house's network: it is not among those that are simulated. */
const papers: PaperLineOut[][] = [];
const real = new SimulatedPrinter((paper) => Promise.resolve(void papers.push(paper)));
beforeAll(async () => {
  await real.open();
  await house.openPrinters();
});
afterAll(() => real.close());

const AT = 'steps:kettles';
const put = (place: PrinterPlace, id = AT) => request(one).post(`/api/workbench/printers/${id}`).send(place);
const printer = async (id = AT) =>
  ((await request(other).get('/api/workbench/printers').expect(200)).body as Printer[]).find((each) => each.id === id);
const test = async () => (await request(one).post(`/api/workbench/printers/${AT}/test`).send({})).body as object;
const eventually = (look: () => Promise<unknown>) => expect.poll(look, { timeout: 20_000, interval: 50 });

describe('what prints at a station', () => {
  it('is the simulated printer at first, then the one at an address, which the simulators leave alone', async () => {
    expect(await printer()).toMatchObject({ mode: 'ok', host: '127.0.0.1' });
    await put({ is: 'address', host: '127.0.0.1', port: real.port }).expect(200);
    expect(await printer()).toMatchObject({ mode: null, port: real.port });
    await request(one).post(`/api/workbench/printers/${AT}/mode`).send({ mode: 'jammed' }).expect(404);
    const { number } = (await sendOrder(one, { lines: [BOWL] }, { audience: 'device' }).expect(201)).body as {
      number: number;
    };
    await eventually(async () => papers.map((paper) => textsOf(paper).join('\n')).join()).toContain(
      `Kettles ${number}`,
    );
    expect(await printer()).toMatchObject({ mode: null, port: real.port });
  });

  it('can be tried: the test shows the width of its paper, and what came of it is said', async () => {
    papers.length = 0;
    await put({ is: 'address', host: '127.0.0.1', port: real.port }).expect(200);
    // The order's ticket may still be coming out.
    await eventually(test).toEqual({ result: 'printed' });
    const texts = textsOf(papers[0] ?? []);
    expect(texts.join('\n')).toContain('Kettles');
    expect(texts).toContain('12345678901234567890123456789012');
    await real.become('out-of-paper');
    expect(await test()).toEqual({ result: 'refused', health: 'out-of-paper' });
    expect(await printer()).toMatchObject({ health: 'out-of-paper' });
    await real.become('ok');
    const nobodyThere = new SimulatedPrinter(() => Promise.resolve());
    await nobodyThere.open();
    await nobodyThere.close();
    await put({ is: 'address', host: 'localhost', port: nobodyThere.port }).expect(200);
    expect(await test()).toEqual({ result: 'refused', health: 'away' });
  });

  it('may be nothing: orders are on the pass only, and there is nothing to try', async () => {
    await put({ is: 'none' }).expect(200);
    expect(await printer()).toBeUndefined();
    const { number } = (await sendOrder(one, { lines: [BOWL] }, { audience: 'device' }).expect(201)).body as {
      number: number;
    };
    const ticket = (await ticketsOf(one, number)).find(({ station }) => station === 'kettles');
    expect(ticket).toBeDefined();
    expect(ticket?.paper).toBeUndefined();
    await request(one).post(`/api/workbench/printers/${AT}/test`).send({}).expect(404);
    await put({ is: 'simulated' }).expect(200);
    await eventually(() => printer()).toMatchObject({ mode: 'ok' });
    expect(await test()).toEqual({ result: 'printed' });
  });

  it('is refused for stations that are not there, and for what is no address', async () => {
    await put({ is: 'none' }, 'steps:nowhere').expect(404);
    await put({ is: 'none' }, 'nowhere:kettles').expect(404);
    await put({ is: 'address', host: 'not a host', port: 9100 }).expect(400);
    await put({ is: 'address', host: '127.0.0.1', port: 0 }).expect(400);
    await house.database.query('DELETE FROM "sim_printer"');
    await put({ is: 'simulated' }).expect(409);
  });
});
