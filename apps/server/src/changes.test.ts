import { randomUUID } from 'node:crypto';
import { type Group } from '@hearty-ladle/core';
import { request } from './testing/signed-in.ts';
import { describe, expect, it } from 'vitest';
import { menuAt } from './testing/menu-at.ts';
import { groupAt, sendGroup } from './testing/requests.ts';
import { useTwoServers } from './testing/test-house.ts';

let one: string;
let other: string;
useTwoServers((opened) => ({ one, other } = opened));

describe('changes of the menu', () => {
  it('keeps a change, gives it a version and a journal entry, and shows it through another server', async () => {
    const { group, version } = await groupAt(one, 'spread');
    const reply = await sendGroup(one, { ...group, name: 'Spreads' }, version).expect(200);
    expect(reply.body.versions).toEqual([{ kind: 'groups', id: 'spread', version: reply.body.revision }]);
    expect(reply.body.revision).toBeGreaterThan(version);
    expect((await groupAt(other, 'spread')).group.name).toBe('Spreads');
    const [entry] = (await request(one).get('/api/workbench/journal').expect(200)).body;
    expect(entry).toMatchObject({
      seq: reply.body.seq,
      label: 'a test',
      inverse: { edits: [{ thing: { name: 'Spread' } }] },
    });
  });

  it('answers a stale change with 409 and what stands now, and overwrites nothing', async () => {
    const { group, version } = await groupAt(one, 'milk');
    await sendGroup(one, { ...group, name: 'First' }, version).expect(200);
    const reply = await sendGroup(other, { ...group, name: 'Second' }, version).expect(409);
    expect(reply.type).toBe('application/problem+json');
    expect(reply.body.conflicts).toMatchObject([{ kind: 'groups', id: 'milk', thing: { name: 'First' } }]);
    expect((await groupAt(one, 'milk')).group.name).toBe('First');
  });

  it('lets exactly one of many writers of the same version through, whichever server they ask', async () => {
    const { group, version } = await groupAt(one, 'cutlery');
    const writers = Array.from({ length: 8 }, (_, i) =>
      sendGroup(i % 2 ? one : other, { ...group, name: `Writer ${i}` }, version),
    );
    const statuses = (await Promise.all(writers)).map(({ status }) => status).sort();
    expect(statuses).toEqual([200, 409, 409, 409, 409, 409, 409, 409]);
  });

  it('never leaves a dangling reference when one detaches a group and another attaches it somewhere', async () => {
    for (let round = 0; round < 10; round++) {
      const { menu, versions } = await menuAt(one);
      const id = `spare-${round}`;
      const spare = { id, name: id, prompt: id, kind: 'choices' as const, choices: [] };
      const made = await sendGroup(one, spare, 0).expect(200);
      const dish = menu.items.find((item) => item.id === 'toast');
      const attach = {
        id: randomUUID(),
        label: 'attach it',
        change: {
          edits: [{ type: 'put', kind: 'items', thing: { ...dish, groups: [{ group: 'spread' }, { group: id }] } }],
        },
        based: [{ kind: 'items', id: 'toast', version: versions['items']?.['toast'] }],
      };
      const remove = {
        id: randomUUID(),
        label: 'remove it',
        change: { edits: [{ type: 'remove', kind: 'groups', id }] },
        based: [{ kind: 'groups', id, version: made.body.revision }],
      };
      const replies = await Promise.all([
        request(one).post('/api/workbench/changes').send(attach),
        request(other).post('/api/workbench/changes').send(remove),
      ]);
      expect(replies.map(({ status }) => status).sort()).toEqual([200, 422]);
      const after = await menuAt(one);
      const known = new Set(after.menu.groups.map((group) => group.id));
      expect(after.menu.items.flatMap((item) => item.groups ?? []).every(({ group }) => known.has(group))).toBe(true);
    }
  });

  it('refuses a change that would make the menu wrong, with a sentence for each fault', async () => {
    const { group, version } = await groupAt(one, 'noodle');
    const reply = await sendGroup(one, { ...group, min: 3, max: 2 } as Group, version).expect(422);
    expect(reply.body.faults.map((fault: { says: string }) => fault.says)).toContain(
      'The least, 3, is above the most, 2.',
    );
    expect((await groupAt(one, 'noodle')).version).toBe(version);
  });

  it('refuses a change of the wrong shape before it reaches the menu', async () => {
    const reply = await sendGroup(one, { id: 'x', name: 4 } as unknown as Group, 0).expect(400);
    expect(reply.body.faults.length).toBeGreaterThan(0);
  });
});
