import type { DeliveryFault, WebhookEvent, WebhookMessage } from '@hearty-ladle/core';
import { EntitySchema } from 'typeorm';

/** A program that is told of events. */
export interface WebhookRow {
  id: string;
  name: string;
  url: string;
  events: WebhookEvent[];
  isInside: boolean;
  isPaused: boolean;
  /** Signs its messages: `whsec_` and 24 bytes in base64. */
  secret: string;
}
export const WebhookEntity = new EntitySchema<WebhookRow>({
  name: 'webhook',
  columns: {
    id: { type: 'uuid', primary: true, primaryKeyConstraintName: 'pk_webhook' },
    name: { type: 'text' },
    url: { type: 'text' },
    events: { type: 'text', array: true },
    isInside: { type: 'boolean', name: 'is_inside' },
    isPaused: { type: 'boolean', name: 'is_paused' },
    secret: { type: 'text', select: false },
  },
});

/** A message to a program. */
export interface DeliveryRow {
  id: string;
  webhookId: string;
  type: string;
  /** Forgotten once it was delivered. */
  message: WebhookMessage | null;
  at: Date;
  state: 'waiting' | 'delivered' | 'given-up';
  tries: number;
  /** When it is tried next; while it is being tried, when another process may take it up. */
  dueAt: Date;
  /** After which it is not tried any more. */
  giveUpAt: Date;
  status: number | null;
  fault: DeliveryFault | null;
  milliseconds: number | null;
}
export const DeliveryEntity = new EntitySchema<DeliveryRow>({
  name: 'webhook_delivery',
  columns: {
    id: { type: 'uuid', primary: true, primaryKeyConstraintName: 'pk_webhook_delivery' },
    webhookId: {
      type: 'uuid',
      name: 'webhook_id',
      foreignKey: { target: 'webhook', inverseSide: 'id', name: 'fk_webhook_delivery_webhook', onDelete: 'CASCADE' },
    },
    type: { type: 'text' },
    message: { type: 'jsonb', nullable: true },
    at: { type: 'timestamptz' },
    state: { type: 'text' },
    tries: { type: 'integer' },
    dueAt: { type: 'timestamptz', name: 'due_at' },
    giveUpAt: { type: 'timestamptz', name: 'give_up_at' },
    status: { type: 'integer', nullable: true },
    fault: { type: 'text', nullable: true },
    milliseconds: { type: 'integer', nullable: true },
  },
  indices: [
    { name: 'ix_webhook_delivery_due', columns: ['dueAt'], where: "state = 'waiting'" },
    { name: 'ix_webhook_delivery_webhook', columns: ['webhookId', 'at'] },
  ],
});

export const WEBHOOK_ENTITIES = [WebhookEntity, DeliveryEntity];
