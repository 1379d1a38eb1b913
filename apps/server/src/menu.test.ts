import { randomUUID } from 'node:crypto';
import type { Group, Item } from '@hearty-ladle/core';
import sharp from 'sharp';
import { request } from './testing/signed-in.ts';
import { describe, expect, it } from 'vitest';
import { menuAt } from './testing/menu-at.ts';
import { groupAt, sendChange, sendGroup } from './testing/requests.ts';
import { useTwoServers } from './testing/test-house.ts';

let one: string;
let other: string;
useTwoServers((opened) => ({ one, other } = opened));

async function putGroup(server: string, id: string, change: (group: Group) => Group) {
  const { group, version } = await groupAt(server, id);
  return sendGroup(server, change(group), version);
}

describe('the journal', () => {
  it('names who changed what, and takes one change back while nothing since stands on it', async () => {
    const first = await putGroup(one, 'milk', (group) => ({ ...group, name: 'Which milk' })).then(({ body }) => body);
    await putGroup(other, 'spread', (group) => ({ ...group, name: 'On the toast' }));
    const [, entry] = (await request(other).get('/api/workbench/journal').expect(200)).body;
    expect(entry).toMatchObject({
      by: 'Odile Marten',
      change: { edits: [{ thing: { name: 'Which milk' } }] },
      inverse: { edits: [{ thing: { name: 'Milk' } }] },
    });
    await request(other).post(`/api/workbench/journal/${first.seq}/take-back`).send({ id: randomUUID() }).expect(200);
    const { menu } = await menuAt(one);
    expect(
      menu.groups
        .filter(({ id }) => id === 'milk' || id === 'spread')
        .map(({ name }) => name)
        .sort(),
    ).toEqual(['Milk', 'On the toast']);
    expect(
      (await request(one).post(`/api/workbench/journal/${first.seq}/take-back`).send({ id: randomUUID() }).expect(409))
        .body.type,
    ).toContain('taken-back-already');
  });

  it('does not take a change back that something since stands on', async () => {
    const first = await putGroup(one, 'noodle', (group) => ({ ...group, name: 'Noodles' })).then(({ body }) => body);
    await putGroup(one, 'noodle', (group) => ({ ...group, name: 'Noodles, then' }));
    const reply = await request(one)
      .post(`/api/workbench/journal/${first.seq}/take-back`)
      .send({ id: randomUUID() })
      .expect(409);
    expect(reply.body.conflicts).toMatchObject([{ kind: 'groups', id: 'noodle', thing: { name: 'Noodles, then' } }]);
    await request(one).post('/api/workbench/journal/999999/take-back').send({ id: randomUUID() }).expect(404);
    await request(one).post('/api/workbench/journal/x/take-back').send({ id: randomUUID() }).expect(404);
  });
});

describe('what is used', () => {
  it('is not taken away, and the refusal lists who uses it', async () => {
    const { versions } = await menuAt(one);
    const reply = await sendChange(
      one,
      [{ type: 'remove', kind: 'groups', id: 'bowl-size' }],
      [{ kind: 'groups', id: 'bowl-size', version: versions['groups']?.['bowl-size'] ?? 0 }],
    );
    expect(reply.status).toBe(422);
    const places = (reply.body.stillUsed[0].by as { kind: string; id: string }[]).map(
      ({ kind, id }) => `${kind}/${id}`,
    );
    expect(places).toEqual(
      expect.arrayContaining(['items/ember', 'items/root', 'items/glass-bowl', 'groups/toppings', 'rules/small-limit']),
    );
  });

  it('no edit is lost and nothing dangles when pairs of writers work at once', async () => {
    const made = await sendChange(
      one,
      Array.from({ length: 200 }, (_, i) => ({
        type: 'put',
        kind: 'groups',
        thing: { id: `spare-${i}`, name: 'Spare', prompt: 'Spare', kind: 'choices' },
      })),
      [],
    );
    expect(made.status).toBe(200);
    const version = made.body.revision as number;
    for (let from = 0; from < 200; from += 20) {
      const { menu, versions } = await menuAt(one);
      const dish = menu.items.find(({ id }) => id === 'toast') as Item;
      const pairs = Array.from({ length: 20 }, (_, i) => `spare-${from + i}`);
      const replies = await Promise.all(
        pairs.flatMap((id, i) => [
          sendChange(
            i % 2 ? one : other,
            [{ type: 'put', kind: 'items', thing: { ...dish, groups: [...(dish.groups ?? []), { group: id }] } }],
            [{ kind: 'items', id: 'toast', version: versions['items']?.['toast'] ?? 0 }],
          ),
          sendChange(i % 2 ? other : one, [{ type: 'remove', kind: 'groups', id }], [{ kind: 'groups', id, version }]),
        ]),
      );
      // 503: a slow machine does not serve so many writers in time, and says so; nothing of it was saved.
      expect(replies.every(({ status }) => [200, 409, 422, 503].includes(status))).toBe(true);
      const attached = replies.filter(({ status }, i) => i % 2 === 0 && status === 200).length;
      expect(attached).toBeLessThanOrEqual(1);
      const after = await menuAt(other);
      const known = new Set(after.menu.groups.map(({ id }) => id));
      expect(after.menu.items.flatMap(({ groups = [] }) => groups).every(({ group }) => known.has(group))).toBe(true);
      expect(after.menu.items.find(({ id }) => id === 'toast')?.groups?.length).toBe(
        (dish.groups?.length ?? 0) + attached,
      );
    }
  });

  it('a thing that came back never has a version that somebody may still hold', async () => {
    const { body: first } = await sendChange(
      one,
      [{ type: 'put', kind: 'groups', thing: { id: 'comes-back', name: 'A', prompt: 'A', kind: 'notice' } }],
      [],
    );
    const { body: gone } = await sendChange(
      one,
      [{ type: 'remove', kind: 'groups', id: 'comes-back' }],
      [{ kind: 'groups', id: 'comes-back', version: first.revision }],
    );
    await request(one).post(`/api/workbench/journal/${gone.seq}/take-back`).send({ id: randomUUID() }).expect(200);
    const stale = await sendChange(
      one,
      [{ type: 'put', kind: 'groups', thing: { id: 'comes-back', name: 'B', prompt: 'B', kind: 'notice' } }],
      [{ kind: 'groups', id: 'comes-back', version: first.revision }],
    );
    expect(stale.status).toBe(409);
  });

  it('keeps what the house works with beside the menu out of the document', async () => {
    await sendChange(
      one,
      [{ type: 'put', kind: 'itemSummaries', thing: { id: 'ember', template: '{bowl-size} ember' } }],
      [],
    ).expect(200);
    expect((await menuAt(other)).menu).toMatchObject({ itemSummaries: [{ id: 'ember' }] });
    expect((await request(one).get('/api/shop/menu/document').expect(200)).body).not.toHaveProperty('itemSummaries');
  });
});

describe('pictures', () => {
  const upload = (body: Buffer) =>
    request(one).post('/api/workbench/pictures').set('Content-Type', 'application/octet-stream').send(body);

  it('are judged by what they are, made small, kept once and served to be kept', async () => {
    const png = await sharp({ create: { width: 2400, height: 1200, channels: 3, background: '#c46f1b' } })
      .png()
      .toBuffer();
    const kept = await upload(png).expect(201);
    expect(kept.body).toMatchObject({ width: 1200, height: 600 });
    expect((await upload(png).expect(201)).body.id).toBe(kept.body.id);
    const served = await request(other).get(`/api/pictures/${kept.body.id}?size=small`).expect(200);
    expect(served.headers['cache-control']).toContain('immutable');
    expect(await sharp(served.body as Buffer).metadata()).toMatchObject({ format: 'webp', width: 240, height: 120 });
  });

  it('are refused in words when they are none, of another kind, or too large', async () => {
    expect((await upload(Buffer.from('PNG, honestly')).expect(415)).body.title).toContain('PNG, JPEG and WebP');
    const gif = await sharp({ create: { width: 4, height: 4, channels: 3, background: '#fff' } })
      .gif()
      .toBuffer();
    await upload(gif).expect(415);
    expect((await upload(Buffer.alloc(9 * 1024 * 1024)).expect(413)).body.title).toContain('8 MB at most');
    await request(one).get('/api/pictures/none').expect(404);
  });
});
