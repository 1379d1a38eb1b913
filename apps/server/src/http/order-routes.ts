import { Line, localMinute, Order, quoteLine, quoteOrder } from '@hearty-ladle/core';
import { Router } from 'express';
import { setBumped } from '../commands/bump-ticket.ts';
import { placeOrder } from '../commands/place-order.ts';
import { passTickets } from '../queries/tickets.ts';
import { checked } from './checked.ts';
import { sendProblem } from './problem.ts';
import type { Services } from './services.ts';

const now = (timeZone: string | undefined) => localMinute(new Date(), timeZone);
const NO_MENU = 'There is no menu to order from yet.';
const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

/** The public side: quotes and orders; and the tickets on the pass. */
export function orderRoutes({ database, cache }: Services): Router {
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

  router.post('/orders', checked(Order), async (request, response) => {
    const key = request.get('idempotency-key') ?? '';
    if (!/^[\x21-\x7e]{8,100}$/.test(key)) {
      return sendProblem(response, 400, 'no-key', 'An order needs an Idempotency-Key header of 8 to 100 characters.');
    }
    const outcome = await placeOrder(database, cache, key, request.body as Order);
    switch (outcome.outcome) {
      case 'placed': return response.status(201).json(outcome.order);
      case 'placed-before': return response.status(200).json(outcome.order);
      case 'key-taken':
        return sendProblem(response, 422, 'key-taken', 'This Idempotency-Key was used for another order.');
      case 'refused':
        return sendProblem(response, 422, 'order-refused', 'The order does not stand as it is.', {
          problems: outcome.quote.problems, quote: outcome.quote,
        });
    }
  });

  router.get('/tickets', async (_request, response) => {
    response.json(await passTickets(database));
  });

  for (const [deed, bumped] of [['bump', true], ['recall', false]] as const) {
    router.post(`/tickets/:id/${deed}`, async (request, response) => {
      const { id } = request.params;
      const ticket = UUID.test(id) ? await setBumped(database, id, bumped) : undefined;
      if (!ticket) return sendProblem(response, 404, 'no-ticket', 'There is no such ticket.');
      response.json({ id: ticket.id, bumpedAt: ticket.bumpedAt });
    });
  }

  return router;
}
