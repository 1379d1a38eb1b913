import { randomBytes } from 'node:crypto';
import type { SavedWebhook, Webhook, WebhookChange, WebhookUrlFault } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import ipaddr from 'ipaddr.js';
import type { DataSource, EntityManager } from 'typeorm';
import { DeliveryEntity, WebhookEntity } from '../db/entities.ts';
import { announce } from '../live/announce.ts';
import { webhookTold } from '../queries/webhooks.ts';
import { addToTrail, type Doer } from './trail.ts';

const MOST_WEBHOOKS = 20;
const DAY_MS = 86_400_000;
/** As long as the Standard Webhooks specification asks for: 24 to 64 bytes. */
const SECRET_BYTES = 32;

const newSecret = () => `whsec_${randomBytes(SECRET_BYTES).toString('base64')}`;

/** Adds a program, with a new secret, or changes it. */
export async function setWebhook(
  database: DataSource,
  id: string,
  change: WebhookChange,
  doer: Doer,
): Promise<SavedWebhook | WebhookUrlFault | 'too-many'> {
  const fault = urlFault(change.url, change.isInside);
  if (fault) return fault;
  const row = { ...change, id, events: [...new Set(change.events)] };
  return database.transaction(async (manager) => {
    await manager.query('LOCK TABLE webhook IN SHARE ROW EXCLUSIVE MODE');
    const isKnown = await manager.existsBy(WebhookEntity, { id });
    if (!isKnown && (await manager.count(WebhookEntity)) >= MOST_WEBHOOKS) return 'too-many';
    const secret = newSecret();
    if (isKnown) await manager.update(WebhookEntity, { id }, row);
    else await manager.insert(WebhookEntity, { ...row, secret });
    await changed(manager, 'program-changed', doer, change.name);
    const webhook = (await webhookTold(manager, id)) as Webhook;
    return { webhook, ...(!isKnown && { secret }) };
  });
}

/** Makes another secret for a program; undefined if there is no such program. */
export async function renewSecret(database: DataSource, id: string, doer: Doer): Promise<SavedWebhook | undefined> {
  return database.transaction(async (manager) => {
    const secret = newSecret();
    await manager.update(WebhookEntity, { id }, { secret });
    const webhook = await webhookTold(manager, id);
    if (webhook) await changed(manager, 'program-changed', doer, webhook.name);
    return webhook && { webhook, secret };
  });
}

/** Deletes a program and its messages; false if there is no such program. */
export async function deleteWebhook(database: DataSource, id: string, doer: Doer): Promise<boolean> {
  return database.transaction(async (manager) => {
    const webhook = await manager.findOneBy(WebhookEntity, { id });
    if (!webhook) return false;
    await manager.delete(WebhookEntity, { id });
    await changed(manager, 'program-deleted', doer, webhook.name);
    return true;
  });
}

/** Gives the messages that were given up another day; undefined if there is no such program. */
export async function sendGivenUp(database: DataSource, id: string): Promise<Webhook | undefined> {
  return database.transaction(async (manager) => {
    const dueAt = now();
    const giveUpAt = new Date(dueAt.getTime() + DAY_MS);
    const again = { state: 'waiting' as const, tries: 0, dueAt, giveUpAt };
    await manager.update(DeliveryEntity, { webhookId: id, state: 'given-up' }, again);
    await announce(manager, { type: 'programs' });
    return webhookTold(manager, id);
  });
}

async function changed(
  manager: EntityManager,
  event: 'program-changed' | 'program-deleted',
  doer: Doer,
  name: string,
): Promise<void> {
  await addToTrail(manager, event, doer, name);
  await announce(manager, { type: 'programs' });
}

/** What is wrong with an address as it is written; where a name leads is looked at when a message is sent. */
export function urlFault(url: string, isInside: boolean): WebhookUrlFault | undefined {
  const parsed = URL.canParse(url) ? new URL(url) : undefined;
  if (!parsed || !/^https?:$/.test(parsed.protocol) || parsed.username !== '' || parsed.password !== '')
    return 'no-address';
  if (isInside) return undefined;
  const host = parsed.hostname.replace(/^\[|\]$/g, '');
  const isName = !ipaddr.isValid(host);
  const isOwn = isName ? !host.includes('.') || host.endsWith('.localhost') : ipaddr.parse(host).range() !== 'unicast';
  if (isOwn) return 'inside';
  return parsed.protocol === 'https:' ? undefined : 'no-tls';
}
