import { randomUUID } from 'node:crypto';
import type { EditionsNow, Menu, Published, Role, ServedMenu } from '@hearty-ladle/core';
import { menuAt } from './menu-at.ts';
import { sendChange } from './requests.ts';
import { as, request } from './signed-in.ts';

/** Publishes the draft to all locations at once, as the owner; nothing if it is what they have. */
export async function publishDraft(server: string, more: object = {}): Promise<Published> {
  const answer = await sendEdition(server, more);
  if ((answer.body as { fault?: string }).fault === 'nothing-new') return { editions: [], publications: [] };
  if (answer.status !== 200) throw new Error(JSON.stringify(answer.body));
  return answer.body as Published;
}

/** What publishing asks for, to all locations and without asking in a rush. */
export function requestFor({ locations = [] }: Menu) {
  const places = locations.map(({ id }) => id);
  return { id: randomUUID(), name: '', note: '', left: [] as string[], locations: places, evenInRush: true };
}

/** Asks to publish the draft; to all locations if nothing else is said. */
export async function sendEdition(server: string, more: object = {}, role: Role = 'owner') {
  const { revision, menu } = await menuAt(server);
  const body = { ...requestFor(menu), revision, reason: 'a test', ...more };
  return as(role, server).post('/api/workbench/editions').send(body);
}

/** Gives dishes new prices in the draft. */
export async function setPrices(server: string, prices: Readonly<Record<string, number>>): Promise<void> {
  const { menu, versions } = await menuAt(server);
  const dishes = menu.items.filter(({ id }) => id in prices);
  await sendChange(
    server,
    dishes.map((dish) => ({ type: 'put', kind: 'items', thing: { ...dish, price: prices[dish.id] ?? 0 } })),
    dishes.map(({ id }) => ({ kind: 'items', id, version: versions['items']?.[id] ?? 0 })),
  ).expect(200);
}

/** What a dish costs guests at a location. */
export async function priceAt(server: string, location: string, item = 'barley-tea') {
  const { body } = await request(server).get('/api/shop/menu').query({ location }).expect(200);
  return (body as ServedMenu).menu.items.find(({ id }) => id === item)?.price;
}

export async function editionsAt(server: string): Promise<EditionsNow> {
  return (await request(server).get('/api/workbench/editions/now').expect(200)).body as EditionsNow;
}
