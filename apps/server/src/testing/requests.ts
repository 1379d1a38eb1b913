import { randomUUID } from 'node:crypto';
import type { Role, ChangeRequest, Edit, Group, PaperLineOut, PaperOut, PassTicket } from '@hearty-ladle/core';
import { menuAt } from './menu-at.ts';
import { as, request } from './signed-in.ts';

/** A dish of the demo with the answers it requires. */
export const BOWL = {
  item: 'ember',
  picks: [
    { group: 'bowl-size', choice: 'regular' },
    { group: 'noodle', choice: 'wheat' },
  ],
};

/** Sends an order at a location of the demo, as a guest or as a till. */
export function sendOrder(
  server: string,
  body: object,
  { audience = 'shop' as 'shop' | 'device', key = randomUUID() as string, role = 'owner' as Role } = {},
) {
  return as(role, server)
    .post(`/api/${audience}/orders`)
    .set('Idempotency-Key', key)
    .send({ location: 'steps', ...body });
}

/** Sends something as the shift lead. */
export function sendAsLead(server: string, path: string, body: object, key: string = randomUUID()) {
  return as('lead', server).post(`/api/device/${path}`).set('Idempotency-Key', key).send(body);
}

/** A group of the server's menu, with its version. */
export async function groupAt(server: string, id: string): Promise<{ group: Group; version: number }> {
  const { menu, versions } = await menuAt(server);
  const group = menu.groups.find((it) => it.id === id);
  if (!group) throw new Error(`no group ${id}`);
  return { group, version: versions['groups']?.[id] ?? 0 };
}

export function sendChange(
  server: string,
  edits: readonly Edit[],
  based: ChangeRequest['based'],
  { id = randomUUID() as string } = {},
) {
  return request(server).post('/api/workbench/changes').send({ id, label: 'a test', change: { edits }, based });
}

/** Sends a changed group, based on a version of it. */
export function sendGroup(server: string, group: Group, version: number, id?: string) {
  return sendChange(
    server,
    [{ type: 'put', kind: 'groups', thing: group }],
    [{ kind: 'groups', id: group.id, version }],
    id === undefined ? {} : { id },
  );
}

/** The tickets of an order on the pass. */
export async function ticketsOf(server: string, orderNumber: number): Promise<PassTicket[]> {
  const { body } = await request(server).get('/api/device/tickets').expect(200);
  return (body as PassTicket[]).filter((ticket) => ticket.orderNumber === orderNumber);
}

/** What a station's simulated printer printed, newest first. */
export async function papersOf(server: string, printer: string): Promise<(readonly PaperLineOut[])[]> {
  const { body: papers } = await request(server).get(`/api/workbench/printers/${printer}/paper`).expect(200);
  return (papers as PaperOut[]).map(({ body }) => body);
}

/** The printed lines as text. */
export function textsOf(paper: readonly PaperLineOut[]): string[] {
  return paper.map((line) => ('text' in line ? line.text : '[drawn]'));
}

/** Looks again and again until there is something, and returns it. */
export async function until<T>(look: () => Promise<T | undefined | false>, seconds = 25): Promise<T> {
  for (let i = 0; i < seconds * 10; i++) {
    const found = await look();
    if (found) return found;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error('it did not come to pass');
}
