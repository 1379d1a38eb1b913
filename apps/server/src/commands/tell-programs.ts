import { randomUUID } from 'node:crypto';
import type { Menu, Order, VoidedLine, WebhookEvent, WebhookMessage } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import type { EntityManager } from 'typeorm';
import {
  DeliveryEntity,
  EditionEntity,
  OrderEntity,
  type OrderRow,
  type PublicationRow,
  WebhookEntity,
} from '../db/entities.ts';
import { announce } from '../live/announce.ts';

const DAY_MS = 86_400_000;

/**
 * Puts a message in line for every program that listens to its type, if and only if the transaction commits. `data` is
 * called only if one does.
 */
async function tellPrograms<T extends WebhookEvent>(
  manager: EntityManager,
  type: T,
  data: () => Promise<Extract<WebhookMessage, { type: T }>['data']>,
): Promise<void> {
  const listening = await manager
    .getRepository(WebhookEntity)
    .createQueryBuilder('w')
    .where('NOT w.isPaused AND :type = ANY(w.events)', { type })
    .getMany();
  if (listening.length === 0) return;
  const at = now();
  const message = { type, timestamp: at.toISOString(), data: await data() };
  await manager.insert(
    DeliveryEntity,
    listening.map(({ id: webhookId }) => ({
      ...{ id: randomUUID(), webhookId, type, message: message as never, at, state: 'waiting' as const },
      ...{ tries: 0, dueAt: at, giveUpAt: new Date(at.getTime() + DAY_MS) },
    })),
  );
  await announce(manager, { type: 'programs' });
}

/** Tells of an order, or of a round of one, that was placed. */
export async function tellPlaced(manager: EntityManager, menu: Menu, id: string): Promise<void> {
  await tellPrograms(manager, 'order.placed', async () => {
    const order = await manager.findOneByOrFail(OrderEntity, { id });
    const lines = order.request.lines.map((line, index) => ({
      ...{ line, name: order.dishes[index] ?? line.item, total: order.quote.lines[index]?.price.line ?? 0 },
    }));
    return { ...aboutOrder(menu, order), lines };
  });
}

/** Takes what a guest wrote out of messages about an order that did not arrive yet; `request`: the order without it. */
export async function blankMessages(manager: EntityManager, id: string, request: Order): Promise<void> {
  const rows = await manager
    .getRepository(DeliveryEntity)
    .createQueryBuilder('d')
    .where(`d.message #>> '{data,id}' = :id`, { id })
    .getMany();
  for (const { id: delivery, message } of rows) {
    if (message?.type !== 'order.placed') continue;
    const lines = message.data.lines.map((line, i) => ({
      ...line,
      line: request.lines[i] ?? { item: line.line.item },
    }));
    const blank = { ...message, data: { ...message.data, lines } };
    await manager.update(DeliveryEntity, { id: delivery }, { message: blank as never });
  }
}

/** Tells what was voided of an order. */
export async function tellVoided(
  manager: EntityManager,
  menu: Menu,
  id: string,
  voided: { readonly reason: string; readonly lines: readonly VoidedLine[] },
): Promise<void> {
  await tellPrograms(manager, 'order.voided', async () => ({
    ...aboutOrder(menu, await manager.findOneByOrFail(OrderEntity, { id })),
    ...voided,
  }));
}

function aboutOrder({ currency }: Menu, { id, number, round, edition, request, total, due, placedAt }: OrderRow) {
  const { location, channel, service } = request;
  return {
    ...{ id, number, round, edition, placedAt: placedAt.toISOString(), currency, total, due },
    ...(location !== undefined && { location }),
    ...(channel !== undefined && { channel }),
    ...(service !== undefined && { service }),
  };
}

/** Tells of editions that locations have from now on. */
export async function tellPublished(
  manager: EntityManager,
  publications: readonly Pick<PublicationRow, 'location' | 'edition' | 'by'>[],
): Promise<void> {
  for (const { location, edition, by } of publications) {
    await tellPrograms(manager, 'edition.published', async () => {
      const { name, note, hash } = await manager.findOneByOrFail(EditionEntity, { number: edition });
      return { edition, name, note, by, hash, location: location === '' ? null : location };
    });
  }
}
