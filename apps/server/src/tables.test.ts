import type { TableFile, TableMatching, TablesEnd, TablesPart } from '@hearty-ladle/core';
import { describe, expect, it } from 'vitest';
import { as, request } from './testing/signed-in.ts';
import { useTwoServers } from './testing/test-house.ts';

let one: string;
useTwoServers((opened) => ({ one } = opened));

const written = async (file: string) =>
  (await request(one).get(`/api/workbench/tables?file=${file}`).expect(200)).body as TableFile;
const textFile = (name: string, text: string): TableFile => ({ name, content: Buffer.from(text).toString('base64') });

/** The last line of the answer: what was read. */
async function read(files: readonly TableFile[], matchings: readonly TableMatching[] = []): Promise<TablesEnd> {
  const { body } = await request(one)
    .post('/api/workbench/tables')
    .send({ files, matchings })
    .buffer(true)
    .parse((response, done) => {
      let all = '';
      response.on('data', (part: Buffer) => (all += part.toString()));
      response.on('end', () => done(null, all));
    })
    .expect(200);
  const lines = (body as string).trim().split('\n');
  return JSON.parse(lines.at(-1) ?? '') as TablesEnd;
}

describe('tables', () => {
  it('go out as a spreadsheet and as CSV, and come back as they were', async () => {
    const [xlsx, csv] = [await written('menu.xlsx'), await written('choices.csv')];
    expect(Buffer.from(xlsx.content, 'base64').subarray(0, 2).toString()).toBe('PK');
    for (const file of [xlsx, csv]) {
      const end = await read([file]);
      expect(end).toMatchObject({ rows: [], change: null, refused: [], unknown: [] });
      expect(end.same).toBeGreaterThan(10);
    }
    await request(one).get('/api/workbench/tables?file=people.csv').expect(400);
  });

  it('go out in part: what is on screen, with every combination of a dish', async () => {
    const part = async (body: TablesPart) =>
      (await request(one).post('/api/workbench/tables/part').send(body).expect(200)).body as TableFile;
    const csv = await part({ file: 'csv', parts: [{ table: 'choices', rows: [['noodle']] }] });
    const text = Buffer.from(csv.content, 'base64').toString();
    expect(csv.name).toBe('choices.csv');
    expect(
      text
        .trim()
        .split('\n')
        .slice(1)
        .every((line) => line.startsWith('noodle,')),
    ).toBe(true);
    const xlsx = await part({ file: 'xlsx', parts: [{ table: 'items', rows: [['ember'], ['toast']] }] });
    expect(await read([xlsx])).toMatchObject({ rows: [], same: 2, matched: [] });
    await request(one).post('/api/workbench/tables/part').send({ file: 'xlsx', parts: [] }).expect(400);
  });

  it('with other headers are matched by what they hold, and as somebody said', async () => {
    const own = textFile('autumn.csv', 'No.;New\nember;9,95\ntoast;4,70\n');
    expect(await read([own])).toMatchObject({
      rows: [],
      matched: [{ file: 'autumn.csv', table: 'items', columns: [{ column: 'Id', by: 'content' }, { by: 'none' }] }],
    });
    const columns = ['Id', 'Price (house)'];
    const said = await read([own], [{ headers: ['No.', 'New'], table: 'items', columns }]);
    expect(said.rows.map(({ keys, cells }) => [keys[0], cells[0]?.after])).toEqual([
      ['ember', '9.95'],
      ['toast', '4.70'],
    ]);
  });

  it('say row by row what they would change, and change nothing themselves', async () => {
    const before = await written('items.csv');
    const end = await read([
      textFile('items.csv', 'Id,Price (house),Mood\nember,9.90,warm\ntoast,1.234,\n'),
      textFile('notes.csv', '"open'),
    ]);
    expect(end.rows).toMatchObject([
      { row: 2, status: 'changed', keys: ['ember'], cells: [{ column: 'Price (house)', after: '9.90' }] },
      { row: 3, status: 'refused', keys: ['toast'], faults: [{ column: 'Price (house)' }] },
    ]);
    expect(end.unknown).toEqual([{ file: 'items.csv', column: 'Mood' }]);
    expect(end.refused).toMatchObject([{ file: 'notes.csv' }]);
    expect(end.change?.edits).toMatchObject([{ type: 'put', kind: 'items', thing: { id: 'ember' } }]);
    expect(await written('items.csv')).toEqual(before);
  });

  it('read whole menus too, and say why something is none', async () => {
    const menu = {
      format: 'hearty-ladle/menu@1',
      name: 'Other',
      currency: 'EUR',
      locales: ['en'],
      priceLists: [{ id: 'bar', name: 'Bar' }],
      stations: [{ id: 'bar', name: 'Bar' }],
      sections: [],
      groups: [],
      items: [],
    };
    const end = await read([
      textFile('other.json', JSON.stringify(menu)),
      textFile('broken.json', '{'),
      textFile('empty.json', '{}'),
    ]);
    expect(end.documents).toEqual([{ file: 'other.json', menu }]);
    expect(end.refused).toMatchObject([{ file: 'broken.json', says: 'It is not JSON.' }, { file: 'empty.json' }]);
    expect(end.change).toBeNull();
  });
});

describe('a sheet to count by', () => {
  it('goes out for a location and says what was found when it comes back, for who may count there', async () => {
    const path = '/api/device/counts/sheet';
    const lead = as('lead', one);
    const { body } = await lead.get(`${path}?location=steps&file=counts.csv`).expect(200);
    const [headers = '', ...rows] = Buffer.from((body as TableFile).content, 'base64')
      .toString()
      .trim()
      .split(/\r?\n/);
    expect(headers).toContain('On hand');
    const [row = ''] = rows;
    const filled = `${headers}\r\n${row.replace(/[^,]*$/, '41.5')}\r\n`;
    const read = (
      await lead
        .post(path)
        .send({ location: 'steps', files: [textFile('counts.csv', filled)] })
        .expect(200)
    ).body;
    expect(read).toMatchObject({ counts: [{ onHand: 41.5 }], refused: [] });
    expect(
      (await lead.post(path).send({ location: 'steps', files: [textFile('x.xls', '\ud0cf"open')] })).body,
    ).toMatchObject({ counts: [] });
    await as('till', one).get(`${path}?location=steps&file=counts.csv`).expect(403);
  });
});
