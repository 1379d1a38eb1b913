import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';

const root = fileURLToPath(new URL('../../..', import.meta.url));
const broth = join(root, 'packages/core/cases/broth-bar.menu.json');
const folder = mkdtempSync(join(tmpdir(), 'ladle-tables-'));
const inFolder = (name: string) => join(folder, name);

function ladle(...args: readonly string[]) {
  const { status, stdout, stderr } = spawnSync('npm', ['run', '-s', 'ladle', '--', ...args], {
    cwd: root,
    encoding: 'utf8',
  });
  const lines = stdout.split('\n').filter(Boolean);
  return {
    status,
    out: stdout,
    lines,
    err: stderr.split('\n').filter((line) => line !== '' && !line.startsWith('npm warn')),
  };
}
const menuIn = (path: string) => JSON.parse(readFileSync(path, 'utf8')) as { items: { id: string; price: unknown }[] };

describe('ladle tables and apply', () => {
  it('write a menu as CSV and as XLSX, which change nothing when they are read back', () => {
    expect(ladle('tables', broth, '--to', inFolder('csv')).status).toBe(0);
    const files = readdirSync(inFolder('csv')).map((name) => join(inFolder('csv'), name));
    expect(files).toHaveLength(6);
    expect(ladle('tables', broth, '--to', inFolder('menu.xlsx')).status).toBe(0);
    for (const given of [files, [inFolder('menu.xlsx')]]) {
      const out = inFolder('same.json');
      expect(ladle('apply', broth, ...given, '--write', out)).toMatchObject({ status: 0, out: '', err: [] });
      expect(menuIn(out)).toEqual(menuIn(broth));
    }
  });

  it('print the rows that change, write nothing while one is refused, and leave it out if told to', () => {
    const [table, out] = [inFolder('items.csv'), inFolder('out.json')];
    writeFileSync(table, 'Id;Price (counter);Mood\nplainbroth;6,50;fine\nember;1.234;good\nbun;3;good\n');
    const refused = ladle('apply', broth, table, '--write', out);
    expect(refused.status).toBe(1);
    expect(refused.lines.map((line) => JSON.parse(line) as unknown)).toMatchObject([
      {
        file: 'items.csv',
        row: 2,
        status: 'changed',
        cells: [{ column: 'Price (counter)', before: '5.00', after: '6.50' }],
      },
      { file: 'items.csv', row: 3, status: 'refused', column: 'Price (counter)' },
      { file: 'items.csv', row: 4, status: 'refused', column: 'Name (en-US)' },
    ]);
    expect(refused.err).toEqual(['items.csv: the column “Mood” is not read.']);
    expect(existsSync(out)).toBe(false);
    expect(ladle('apply', broth, table, '--write', out, '--skip-refused').status).toBe(0);
    expect(menuIn(out).items.find(({ id }) => id === 'plainbroth')?.price).toBe(650);
  });

  it('end with 2 and a sentence where a file can’t be read', () => {
    writeFileSync(inFolder('latin.csv'), new Uint8Array([0x49, 0x64, 0xe9, 0x0a]));
    expect(ladle('apply', broth, inFolder('latin.csv'))).toMatchObject({
      status: 2,
      err: [expect.stringContaining('UTF-8')],
    });
    expect(ladle('apply', broth, inFolder('none.csv'))).toMatchObject({
      status: 2,
      err: [expect.stringContaining('can’t be read')],
    });
    expect(ladle('apply', broth)).toMatchObject({ status: 2 });
    expect(ladle('tables', broth)).toMatchObject({ status: 2 });
  });
});

describe('ladle schema-org and allergens', () => {
  it('describe a menu, and refuse places, lists and languages that it does not have', () => {
    const described = JSON.parse(
      ladle('schema-org', broth, '--list', 'courier', '--locale', 'es-US', '--at', '2026-05-12T13:00').out,
    ) as object;
    expect(described).toMatchObject({ '@type': 'Menu', inLanguage: 'es-US' });
    const sheet = JSON.parse(ladle('allergens', broth, '--at', '2026-05-12T13:00').out) as { rows: object[] };
    expect(sheet.rows[0]).toMatchObject({ item: 'ember', avoidable: expect.arrayContaining(['eggs']) as unknown });
    for (const wrong of [
      ['--list', 'x'],
      ['--locale', 'fr'],
      ['--location', 'x'],
      ['--url', 'x'],
      ['--at', 'noon'],
    ])
      expect(ladle('schema-org', broth, ...wrong)).toMatchObject({ status: 2, out: '' });
  });
});
