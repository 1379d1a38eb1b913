import Type, { type Static } from 'typebox';
import { optional } from '../menu/schema-kit.ts';
import { WEBHOOK_EVENTS } from './constants.ts';
import { Line } from './line.ts';
import { count, enumOf, many, nullable, object, oneOf, text, Timestamp, Uuid } from './schema.ts';

/** Other programs that are told of orders and editions, by a request that the house signs. */

const order = {
  id: Uuid,
  /** Shared by all rounds of an order. */
  number: count,
  round: count,
  edition: count,
  placedAt: Timestamp,
  location: optional(text),
  channel: optional(text),
  service: optional(text),
  currency: text,
  /** As ordered; `due`: what is left of it after voids. */
  total: Type.Integer(),
  due: Type.Integer(),
};
/** An order line, with the name and the price of its dish as it was sold. */
const orderLine = object({ line: Type.Unsafe<Line>(Line), name: text, total: Type.Integer() });

const envelope = { timestamp: Timestamp };
/**
 * The body of a request to a program: type, time and data, as the Standard Webhooks specification recommends. A guest’s
 * name and place are not told. `test` is sent from the screen alone.
 */
export const WebhookMessage = oneOf(
  object({ type: Type.Literal('order.placed'), ...envelope, data: object({ ...order, lines: many(orderLine) }) }),
  object({
    type: Type.Literal('order.voided'),
    ...envelope,
    data: object({ ...order, reason: text, lines: many(object({ line: count, quantity: count })) }),
  }),
  object({
    type: Type.Literal('edition.published'),
    ...envelope,
    data: object({ edition: count, name: text, note: text, by: text, location: nullable(text), hash: text }),
  }),
  object({ type: Type.Literal('test'), ...envelope, data: object({}) }),
);
export type WebhookMessage = Readonly<Static<typeof WebhookMessage>>;

const said = {
  name: Type.String({ minLength: 1, maxLength: 80 }),
  url: Type.String({ minLength: 1, maxLength: 500 }),
  events: many(enumOf(...WEBHOOK_EVENTS)),
  /** Whether its address may be in the house’s own network, and without TLS. */
  isInside: Type.Boolean(),
  isPaused: Type.Boolean(),
};
/** What is said of a program. */
export const WebhookChange = object(said);
export type WebhookChange = Readonly<Static<typeof WebhookChange>>;

/**
 * Why a message did not arrive. `inside`: the address is in the house’s own network, which is not allowed; `answered`: with
 * a status other than 2xx, a redirect among them.
 */
export const DeliveryFault = enumOf('inside', 'no-answer', 'too-slow', 'answered');
export type DeliveryFault = Static<typeof DeliveryFault>;

/** One try to tell a program something. `status`: of its answer; `fault`: null if it arrived. */
export const DeliveryTry = object({ status: nullable(count), fault: nullable(DeliveryFault), milliseconds: count });
export type DeliveryTry = Readonly<Static<typeof DeliveryTry>>;

/** A message to a program: waiting for its next try, delivered, or given up after a day. */
export const Delivery = object({
  id: Uuid,
  type: text,
  at: Timestamp,
  state: enumOf('waiting', 'delivered', 'given-up'),
  tries: count,
  /** Of the last try; null before the first. */
  last: nullable(DeliveryTry),
  /** When it is tried next; null if it is not. */
  nextAt: nullable(Timestamp),
});
export type Delivery = Readonly<Static<typeof Delivery>>;

/** A program that is told of events, with how many messages wait for another try, and how many were given up. */
export const Webhook = object({
  id: Uuid,
  ...said,
  waiting: count,
  givenUp: count,
  lastDeliveredAt: nullable(Timestamp),
});
export type Webhook = Readonly<Static<typeof Webhook>>;

/** `secret`: what the messages are signed with, told only when it is made. */
export const SavedWebhook = object({ webhook: Webhook, secret: optional(text) });
export type SavedWebhook = Readonly<Static<typeof SavedWebhook>>;

/** Why an address is refused. `inside`: it is in the house’s own network; `no-tls`: an address outside needs https. */
export const WebhookUrlFault = enumOf('no-address', 'no-tls', 'inside');
export type WebhookUrlFault = Static<typeof WebhookUrlFault>;
