import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { newAjv } from '@hearty-ladle/core/validation';
import { describe, expect, it } from 'vitest';

const root = fileURLToPath(new URL('../../..', import.meta.url));
const cases = join(root, 'packages/core/cases');
const broth = join(cases, 'broth-bar.menu.json');
const folder = mkdtempSync(join(tmpdir(), 'ladle-'));

function ladle(args: readonly string[], input = '') {
  const { status, stdout, stderr } = spawnSync('npm', ['run', '-s', 'ladle', '--', ...args], {
    cwd: root,
    input,
    encoding: 'utf8',
  });
  // npm prints warnings of its own about this machine's settings.
  return { status, out: stdout, err: stderr.split('\n').filter((line) => line !== '' && !line.startsWith('npm warn')) };
}

function file(name: string, text: string): string {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
}

describe('the program', () => {
  it('answers each line on a line of its own, and goes on after a bad one', () => {
    const lines = ['{"item":"plainbroth","at":"2026-05-12T13:00"}', '', 'nonsense', '{"item":4}', '{"item":"lobster"}'];
    const { status, out } = ladle(['quote', broth], `\ufeff${lines.join('\n')}`);
    const answers = out
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as Record<string, never>);
    expect(status).toBe(0);
    expect(answers).toMatchObject([
      { ok: true, price: { line: 500 } },
      { error: { says: 'This line is not JSON.' } },
      { error: { says: '/item: This must be text.' } },
      { ok: false, problems: [{ code: 'unknown-item' }] },
    ]);
  });

  it('analyses one item in a context', () => {
    const context = file('context.json', '{"at":"2026-05-12T13:00"}');
    // None; one to four chili, each plain or fierce; no heat at all, plain or fierce: 1 + 8 + 2.
    const { out } = ladle(['analyze', broth, '--item', 'hotpot', '--context', context]);
    expect(JSON.parse(out)).toEqual({
      item: 'hotpot',
      exact: true,
      builds: '11',
      price: { min: 1450, max: 1450 },
      calories: { min: 0, max: 0 },
    });
  });

  it('ends with 1 where line check finds a stop or a menu is refused, and with 0 where not', () => {
    expect(ladle(['check', join(cases, 'flawed.menu.json')]).status).toBe(1);
    expect(ladle(['check', broth]).status).toBe(0);
    expect(ladle(['validate', broth])).toMatchObject({ status: 0, out: '[]\n' });
    const refused = ladle(['validate', file('empty.json', '{}')]);
    expect(refused.status).toBe(1);
    expect(JSON.parse(refused.out)).toContainEqual({ path: '', code: 'missing-field', says: '“format” is missing.' });
  });

  it('answers orders, each with its lines, in order', () => {
    const at = '2026-05-12T13:00';
    const orders = [
      { at, lines: [] },
      { at, lines: [{ item: 'plainbroth' }, { item: 'plainbroth', quantity: 3 }] },
      { lines: 'none' },
    ];
    const { status, out } = ladle(['order', broth], orders.map((order) => JSON.stringify(order)).join('\n\n'));
    const answers = out
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { total: number; lines?: object[] });
    expect(status).toBe(0);
    expect(answers).toMatchObject([
      { ok: false, total: 0, problems: [{ line: null, code: 'empty-order' }] },
      { ok: true, total: 2000 },
      { error: { says: '/lines: This must be a list.' } },
    ]);
    expect(answers[1]?.lines).toHaveLength(2);
    expect(answers.every((answer) => !('groups' in answer))).toBe(true);
  });

  it('analyses every item, in the order of the menu, each on a line', () => {
    const menu = JSON.parse(readFileSync(broth, 'utf8')) as { items: { id: string }[] };
    const { status, out } = ladle(['analyze', broth]);
    const lines = out
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { item: string; builds: string });
    expect(status).toBe(0);
    expect(lines.map(({ item }) => item)).toEqual(menu.items.map(({ id }) => id));
    for (const { builds } of lines) expect(builds).toMatch(/^\d+$/);
  });

  it('checks promises: a build that comes to something else is a stop', () => {
    const line = { item: 'stock', channel: 'pos' };
    const promised = (total: number) => file('promises.json', JSON.stringify([{ name: 'A jar', line, total }]));
    expect(ladle(['check', broth, '--promises', promised(900)]).status).toBe(0);
    const { status, out } = ladle(['check', broth, '--promises', promised(910)]);
    expect(status).toBe(1);
    expect(JSON.parse(out)).toContainEqual({
      code: 'promise-broken',
      severity: 'stop',
      where: 'items/stock',
      picks: [],
      occasion: line,
      says: 'The promise “A jar” is not kept: it comes to 900 instead of 910.',
    });
    const refused = ladle(['check', broth, '--promises', file('promises.json', '[{"name":"x","line":{}}]')]);
    expect([refused.status, refused.out]).toEqual([2, '']);
    expect(refused.err.join(' ')).toMatch(/list of promises in .* is refused\. .*\/0/);
  });

  it('checks in a context, and tells with each finding its sentence and, where answers lead to it, these', () => {
    const context = file('out.json', '{"at":"2026-05-12T13:00","out":{"ingredients":["salt"]}}');
    const { status, out } = ladle(['check', join(cases, 'flawed.menu.json'), '--context', context]);
    const findings = JSON.parse(out) as {
      code: string;
      where: string;
      severity: string;
      says: string;
      picks?: object[];
      occasion?: object;
    }[];
    expect(status).toBe(1);
    expect(findings).toContainEqual(
      expect.objectContaining({
        code: 'sold-out-required',
        where: 'items/nut/groups/salted',
        severity: 'stop',
        picks: [],
        occasion: { item: 'nut' },
      }),
    );
    expect(findings).toContainEqual(
      expect.objectContaining({
        code: 'dead-end',
        picks: [{ group: 'size', choice: 'small' }],
        says: '“small” → nothing is left in “broth”, and an answer is required.',
      }),
    );
    for (const finding of findings) expect(Object.keys(finding)).not.toContain('params');
  });

  it('writes a schema by which the menu is right and a wrong one is not', () => {
    const { status, out } = ladle(['schema']);
    const schema = JSON.parse(out) as { $schema: string };
    const validate = newAjv().compile(schema);
    expect({ status, dialect: schema.$schema }).toEqual({
      status: 0,
      dialect: 'https://json-schema.org/draft/2020-12/schema',
    });
    expect(validate(JSON.parse(readFileSync(broth, 'utf8')))).toBe(true);
    expect(validate({ format: 'hearty-ladle/menu@1' })).toBe(false);
  });

  it('explains itself', () => {
    const { status, out } = ladle(['help']);
    expect(status).toBe(0);
    for (const command of ['quote', 'order', 'analyze', 'check', 'validate', 'schema'])
      expect(out).toMatch(new RegExp(`^ {2}${command}\\b`, 'm'));
    expect(ladle([]).out).toBe(out);
  });

  it.each([
    ['a file that is not there', ['quote', 'nowhere.json'], /^The file nowhere.json can’t be read \(ENOENT\)\.$/],
    ['broken JSON', ['quote', file('broken.json', '{')], /^The file .* is not JSON/],
    ['a refused menu', ['quote', file('refused.json', '{}')], /^The menu in .* is refused\./],
    [
      'a context that is none',
      ['analyze', broth, '--context', file('c.json', '{"at":"noon"}')],
      /^The context in .* is refused\./,
    ],
    ['an item that is not there', ['analyze', broth, '--item', 'lobster'], /^The menu has no item “lobster”\.$/],
    ['an unknown command', ['cook'], /^There is no command “cook”/],
    ['an unknown option', ['quote', broth, '--fast'], /--fast/],
    ['no file at all', ['quote'], /^This command needs the file of a menu/],
  ])('says in one sentence, and ends with 2: %s', (_, args, sentence) => {
    const { status, err } = ladle(args);
    expect({ status, sentences: err.length }).toEqual({ status: 2, sentences: 1 });
    expect(err[0]).toMatch(sentence);
  });
});
