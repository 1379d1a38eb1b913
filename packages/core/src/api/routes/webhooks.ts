import { optional } from '../../menu/schema-kit.ts';
import { json, routesFor } from '../contract.ts';
import { NoBody } from '../requests.ts';
import { many, object, Uuid } from '../schema.ts';
import { Delivery, DeliveryTry, SavedWebhook, Webhook, WebhookChange, WebhookUrlFault } from '../webhooks.ts';

const { get, post } = routesFor('workbench');
const params = { id: Uuid };
const noWebhook = { 404: { when: 'There is no such program any more.' } };

/** Other programs that are told of orders and editions. */
export const webhooksApi = {
  webhooks: get('/webhooks', {
    action: 'see-set-up',
    summary: 'The programs that are told of orders and editions',
    responses: { 200: json(many(Webhook)) },
  }),
  setWebhook: post('/webhooks/:id', {
    action: 'change-set-up',
    summary: 'Adds or changes a program; a new one is answered with the secret that signs its messages',
    params,
    body: WebhookChange,
    responses: { 200: json(SavedWebhook) },
    refusals: {
      409: { when: 'As many programs as there may be are known already.' },
      422: { when: 'The address is refused for the reason in `fault`.', fields: { fault: optional(WebhookUrlFault) } },
    },
  }),
  newWebhookSecret: post('/webhooks/:id/secret', {
    action: 'change-set-up',
    summary: 'Makes another secret for a program; the old one is worth nothing from then on',
    params,
    body: NoBody,
    responses: { 200: json(SavedWebhook) },
    refusals: noWebhook,
  }),
  deleteWebhook: post('/webhooks/:id/delete', {
    action: 'change-set-up',
    summary: 'Deletes a program, with the messages that wait for it',
    params,
    body: NoBody,
    responses: { 200: json(object({ id: Uuid })) },
    refusals: noWebhook,
  }),
  testWebhook: post('/webhooks/:id/test', {
    action: 'change-set-up',
    summary: 'Sends a test message once, and says what came of it',
    params,
    body: NoBody,
    responses: { 200: json(DeliveryTry) },
    refusals: noWebhook,
  }),
  deliveries: get('/webhooks/:id/deliveries', {
    action: 'see-set-up',
    summary: 'The latest messages to a program, newest first',
    params,
    responses: { 200: json(many(Delivery)) },
    refusals: noWebhook,
  }),
  sendGivenUp: post('/webhooks/:id/send-given-up', {
    action: 'change-set-up',
    summary: 'Tries the messages that were given up again, for another day',
    params,
    body: NoBody,
    responses: { 200: json(Webhook) },
    refusals: noWebhook,
  }),
};
