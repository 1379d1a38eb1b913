import type { Delivery, Webhook } from '@hearty-ladle/core';
import type { DataSource, EntityManager } from 'typeorm';
import { DeliveryEntity, WebhookEntity } from '../db/entities.ts';

const LATEST = 50;

/** The programs that are told of events, by name. */
export async function allWebhooks(manager: EntityManager): Promise<Webhook[]> {
  const rows = await manager.find(WebhookEntity, { order: { name: 'ASC', id: 'ASC' } });
  const sums = (await manager.query(
    `SELECT webhook_id AS id, count(*) FILTER (WHERE state = 'waiting')::int AS waiting,
        count(*) FILTER (WHERE state = 'given-up')::int AS "givenUp",
        max(at) FILTER (WHERE state = 'delivered') AS delivered
      FROM webhook_delivery GROUP BY webhook_id`,
  )) as { id: string; waiting: number; givenUp: number; delivered: Date | null }[];
  return rows.map(({ id, name, url, events, isInside, isPaused }) => {
    const sum = sums.find((one) => one.id === id);
    return {
      ...{ id, name, url, events, isInside, isPaused, waiting: sum?.waiting ?? 0, givenUp: sum?.givenUp ?? 0 },
      lastDeliveredAt: sum?.delivered?.toISOString() ?? null,
    };
  });
}

/** One of them. */
export async function webhookTold(manager: EntityManager, id: string): Promise<Webhook | undefined> {
  return (await allWebhooks(manager)).find((one) => one.id === id);
}

/** The latest messages to a program, newest first; undefined if there is no such program. */
export async function latestDeliveries({ manager }: DataSource, webhookId: string): Promise<Delivery[] | undefined> {
  if (!(await manager.existsBy(WebhookEntity, { id: webhookId }))) return undefined;
  const rows = await manager.find(DeliveryEntity, {
    where: { webhookId },
    order: { at: 'DESC', id: 'DESC' },
    take: LATEST,
  });
  return rows.map(({ id, type, at, state, tries, status, fault, milliseconds, dueAt }) => ({
    ...{ id, type, at: at.toISOString(), state, tries },
    last: milliseconds === null ? null : { status, fault, milliseconds },
    nextAt: state === 'waiting' ? dueAt.toISOString() : null,
  }));
}
