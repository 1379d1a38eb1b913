import type { TableFile, TablesEnd } from '@hearty-ladle/core';
import { describe, expect, it } from 'vitest';
import { request } from './testing/signed-in.ts';
import { useTwoServers } from './testing/test-house.ts';

let one: string;
useTwoServers((opened) => ({ one } = opened));

const written = async (file: string) =>
  (await request(one).get(`/api/workbench/tables?file=${file}`).expect(200)).body as TableFile;
const textFile = (name: string, text: string): TableFile => ({ name, content: Buffer.from(text).toString('base64') });

/** The last line of the answer: what was read. */
async function read(files: readonly TableFile[]): Promise<TablesEnd> {
  const { body } = await request(one)
    .post('/api/workbench/tables')
    .send({ files })
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
