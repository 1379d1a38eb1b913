import { Line, localMinute, Order, Placement, quoteLine, quoteOrder } from '@hearty-ladle/core';
import { Router } from 'express';
import { placeOrder } from '../commands/place-order.ts';
import { listOrders, openOrder, progressOf } from '../queries/orders.ts';
import { checked } from './checked.ts';
import { sendProblem } from './problem.ts';
import type { Services } from './services.ts';

const now = (timeZone: string | undefined) => localMinute(new Date(), timeZone);
const NO_MENU = 'There is no menu to order from yet.';
export const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

/** The public side: quotes, and orders from placing to being ready. */
export function orderRoutes(services: Services): Router {
  const { database, cache } = services;
  const router = Router();

  router.post('/quote', checked(Line), async (request, response) => {
    const stored = await cache.current(database.manager);
    if (!stored) return sendProblem(response, 404, 'no-menu', NO_MENU);
    response.json(quoteLine(stored.menu, request.body as Line, now));
  });

  router.post('/order-quote', checked(Order), async (request, response) => {
    const stored = await cache.current(database.manager);
    if (!stored) return sendProblem(response, 404, 'no-menu', NO_MENU);
    response.json(quoteOrder(stored.menu, request.body as Order, now));
  });

  router.post('/orders', checked(Placement), async (request, response) => {
    const key = request.get('idempotency-key') ?? '';
    if (!/^[\x21-\x7e]{8,100}$/.test(key)) {
      return sendProblem(response, 400, 'no-key', 'An order needs an Idempotency-Key header of 8 to 100 characters.');
    }
    const outcome = await placeOrder(services, key, request.body as Placement);
    switch (outcome.outcome) {
      case 'placed': return response.status(201).json(outcome.order);
      case 'placed-before': return response.status(200).json(outcome.order);
      case 'key-taken':
        return sendProblem(response, 422, 'key-taken', 'This Idempotency-Key was used for another order.');
      case 'may-not-name-prices':
        return sendProblem(response, 403, 'may-not-name-prices', 'A price may be named only by a person whose word is known here.');
      case 'costs-otherwise':
        return sendProblem(response, 409, 'costs-otherwise', 'The menu has changed: the order comes to another sum than was seen.', { quote: outcome.quote });
      case 'refused':
        return sendProblem(response, 422, 'order-refused', 'The order does not stand as it is.', { problems: outcome.quote.problems, quote: outcome.quote });
    }
  });

  router.get('/orders', async (request, response) => {
    const find = typeof request.query['find'] === 'string' ? request.query['find'].trim().slice(0, 80) : '';
    const before = request.query['before'] === undefined ? NaN : Number(request.query['before']);
    response.json(await listOrders(database, find, before));
  });

  router.get('/orders/:id', async (request, response) => {
    const order = UUID.test(request.params.id) ? await openOrder(database, request.params.id) : undefined;
    if (!order) return sendProblem(response, 404, 'no-order', 'There is no such order.');
    response.json(order);
  });

  router.get('/orders/:id/progress', async (request, response) => {
    const progress = UUID.test(request.params.id) ? await progressOf(database, request.params.id) : undefined;
    if (!progress) return sendProblem(response, 404, 'no-order', 'There is no such order.');
    response.json(progress);
  });

  return router;
}
