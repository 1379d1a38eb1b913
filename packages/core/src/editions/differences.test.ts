import { expect, it } from 'vitest';
import type { Menu } from '../index.ts';
import { neighbour } from '../testing/neighbour.ts';
import { Random } from '../testing/random.ts';
import { richMenu } from '../testing/rich-menu.ts';
import { differences, type PlaceChange } from './differences.ts';
import { hashOf } from './hash.ts';
import { movedOut } from './moved-out.ts';

type Json = Record<string, unknown>;

/** Applies differences as the contract says: takes out what is removed or moved, then puts in by ascending `to`. */
function applied(menu: Menu, changes: readonly PlaceChange[]): unknown {
  const copy = structuredClone(menu) as unknown as Json;
  // Parts come after their owners, which may have to be made or changed first.
  const ordered = changes.toSorted((a, b) => a.where.split('/').length - b.where.split('/').length);
  for (const { where, what, fields = {} } of ordered) {
    if (what !== 'changed') continue;
    const thing = where === 'menu' ? copy : find(copy, where);
    for (const [field, { before, after }] of Object.entries(fields)) {
      if (field === 'variants')
        thing[field] = after && { cells: [], ...(thing[field] as object), ...(after as object) };
      else if (after !== undefined && !(Array.isArray(thing[field]) && isEmptyList(after) && isParts(where, field)))
        thing[field] = after;
      if (after === undefined && before !== undefined && field !== 'variants' && !isParts(where, field))
        Reflect.deleteProperty(thing, field);
    }
  }
  const lists = new Map<string, PlaceChange[]>();
  for (const one of ordered.filter(({ from, to }) => from !== undefined || to !== undefined)) {
    const list = one.where.slice(0, one.where.lastIndexOf('/'));
    lists.set(list, [...(lists.get(list) ?? []), one]);
  }
  for (const [path, list] of lists) {
    const { owner, field } = ownerOf(copy, path);
    const before = ((owner[field] ?? []) as Json[]).slice();
    const taken = new Set(list.flatMap(({ from }) => (from === undefined ? [] : [from])));
    const left = before.filter((_, i) => !taken.has(i));
    for (const one of list.filter(({ to }) => to !== undefined).toSorted((a, b) => (a.to ?? 0) - (b.to ?? 0)))
      left.splice(one.to ?? 0, 0, one.from === undefined ? made(path, one) : (before[one.from] as Json));
    owner[field] = left;
  }
  for (const { where, fields = {} } of ordered)
    for (const [field, { after }] of Object.entries(fields))
      if (after === undefined && isParts(where, field))
        Reflect.deleteProperty(where === 'menu' ? copy : find(copy, where), field);
  return JSON.parse(JSON.stringify(copy));
}

const isEmptyList = (value: unknown) => Array.isArray(value) && value.length === 0;
const isParts = (where: string, field: string) =>
  where === 'menu' ? field !== 'locales' : field === 'choices' || (field === 'groups' && where.startsWith('items/'));

function ownerOf(copy: Json, path: string): { owner: Json; field: string } {
  const [list = '', id, part] = path.split('/');
  if (id === undefined) return { owner: copy, field: list };
  const owner = find(copy, `${list}/${id}`);
  return part === 'variants'
    ? { owner: (owner['variants'] ??= { by: [], cells: [] }) as Json, field: 'cells' }
    : { owner, field: part ?? '' };
}

function find(copy: Json, where: string): Json {
  const at = where.lastIndexOf('/');
  const { owner, field } = ownerOf(copy, where.slice(0, at));
  const id = where.slice(at + 1);
  return (
    (owner[field] as Json[]).find((one) => one['id'] === id || one['group'] === id || cellName(owner, one) === id) ?? {}
  );
}

const cellName = (variants: Json, { pick }: Json) =>
  pick &&
  ((variants['by'] ?? []) as string[]).map((group) => `${group}=${(pick as Record<string, string>)[group]}`).join(',');

function made(path: string, { where, fields = {} }: PlaceChange): Json {
  const id = where.slice(where.lastIndexOf('/') + 1);
  const values = Object.fromEntries(Object.entries(fields).map(([field, { after }]) => [field, after]));
  if (path.endsWith('/variants'))
    return { pick: Object.fromEntries(id.split(',').map((one) => one.split('='))), ...values };
  return { [path === 'orderGroups' || /^items\/.*\/groups$/.test(path) ? 'group' : 'id']: id, ...values };
}

it('turns one document into the other when applied, and is empty exactly where their hashes are equal', () => {
  for (let seed = 1; seed <= 300; seed++) {
    const random = new Random(seed);
    const before = JSON.parse(JSON.stringify(richMenu(seed))) as Menu;
    const after = random.chance(0.1) ? before : neighbour(before, richMenu(seed + 500), random);
    const changes = differences(before, after);
    expect(changes.length === 0, `${seed}`).toBe(hashOf(before) === hashOf(after));
    expect(new Set(changes.map(({ where }) => where)).size).toBe(changes.length);
    expect(applied(before, changes), `${seed}`).toEqual(after);
  }
});

it('moves as few things as trying every subset finds', () => {
  const random = new Random(5);
  for (let i = 0; i < 200; i++) {
    const numbers = Array.from({ length: 7 }, (_, n) => n).sort(() => random.int(0, 2) - 1);
    const longest = Math.max(
      ...Array.from({ length: 128 }, (_, bits) => numbers.filter((_, place) => bits & (1 << place)))
        .filter((subset) => subset.every((number, place) => place === 0 || number > (subset[place - 1] ?? 0)))
        .map((subset) => subset.length),
    );
    expect(movedOut(numbers).size).toBe(7 - longest);
  }
});
