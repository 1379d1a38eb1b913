import {
  type Line, limitFaultOf, type Order, type OrderLimitFault, type OrderRequest, type OrderSource, quoteLine, quoteOrder, trustedLine, trustedOrder,
} from '@hearty-ladle/core';
import { clock } from '@hearty-ladle/node-runtime';
import type { Request, Response } from 'express';
import { placeOrder } from '../commands/place-order.ts';
import type { AudienceRouter } from './audience-router.ts';
import { deviceOf } from './device-token.ts';
import { sendProblem } from './problem.ts';
import type { Services } from './services.ts';

const NO_MENU = 'There is no menu to order from yet.';
/** Maximum number of problems in a refusal; the quote lists all of them. */
const MOST_PROBLEMS = 100;
const KEY = /^[\x21-\x7e]{8,100}$/;
export const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

/** The Idempotency-Key header; answers 400 and returns undefined if it is missing. */
export function keyOf(request: Request, response: Response): string | undefined {
  const key = request.get('idempotency-key') ?? '';
  if (KEY.test(key)) return key;
  sendProblem(response, 400, 'no-key', 'This needs an Idempotency-Key header of 8 to 100 characters.');
  return undefined;
}

/** Quotes and orders, for guests and tills; what each may decide differs. */
export function orderRoutes(routes: AudienceRouter, services: Services, source: OrderSource): void {
  const { database, cache, houseSettings } = services;

  routes.post('/quote', 'Line', async (request, response) => {
    const stored = await cache.current(database.manager);
    if (!stored) return sendProblem(response, 404, 'no-menu', NO_MENU);
    response.json(quoteLine(stored.menu, trustedLine(stored.menu, request.body as Line, source, clock), clock));
  });

  routes.post('/order-quote', 'Order', async (request, response) => {
    const order = request.body as Order;
    const fault = limitFaultOf(order, (await houseSettings.read(database.manager)).house.orders, source === 'shop');
    if (fault) return sendLimitFault(response, fault);
    const stored = await cache.current(database.manager);
    if (!stored) return sendProblem(response, 404, 'no-menu', NO_MENU);
    response.json(quoteOrder(stored.menu, trustedOrder(stored.menu, order, source, clock), clock));
  });

  routes.post('/orders', 'OrderRequest', async (request, response) => {
    const key = keyOf(request, response);
    if (key === undefined) return;
    const outcome = await placeOrder(services, key, request.body as OrderRequest, { source, device: deviceOf(request) });
    switch (outcome.outcome) {
      case 'placed': return response.status(201).json(outcome.order);
      case 'placed-before': return response.status(200).json(outcome.order);
      case 'no-menu': return sendProblem(response, 404, 'no-menu', NO_MENU);
      case 'key-taken': return sendProblem(response, 422, 'key-taken', 'This Idempotency-Key was used for another order.');
      case 'key-abandoned': return sendProblem(response, 409, 'key-abandoned', 'Another order was sent in the place of this one.');
      case 'first-was-placed':
        return sendProblem(response, 409, 'first-was-placed', 'The order that was sent first has arrived after all; this one was not placed.', { order: outcome.order });
      case 'may-not-name-prices': return sendProblem(response, 403, 'may-not-name-prices', 'A price may be named only with a PIN that is known here.');
      case 'pin-too-often': return sendTooOften(response, outcome.seconds);
      case 'above-limit': return sendLimitFault(response, outcome.fault);
      case 'costs-otherwise':
        return sendProblem(response, 409, 'costs-otherwise', 'The menu has changed: the order comes to another total than was seen.', { total: outcome.quote.total });
      case 'refused':
        return sendProblem(response, 422, 'order-refused', 'This order can’t be placed as it is.', { problems: outcome.quote.problems.slice(0, MOST_PROBLEMS) });
    }
  });
}

/** Too many wrong PINs: says when to try again. */
export function sendTooOften(response: Response, seconds: number): void {
  response.set('Retry-After', String(seconds));
  sendProblem(response, 429, 'pin-too-often', `Too many wrong PINs. Please try again in ${seconds} ${seconds === 1 ? 'second' : 'seconds'}.`);
}

function sendLimitFault(response: Response, fault: OrderLimitFault): void {
  sendProblem(response, 422, fault.code, sayLimitFault(fault), { fault });
}

function sayLimitFault(fault: OrderLimitFault): string {
  switch (fault.code) {
    case 'too-many-lines': return `One order may have ${fault.limit} lines at most; this one has ${fault.have}. Please send it as two orders.`;
    case 'quantity-above-limit': return `Of one dish ${fault.limit} at most may be ordered here. For more, please call us.`;
    case 'total-above-limit': return 'This order comes to more than can be taken here. Please call us.';
  }
}
