import { listOrders, openOrder } from '../../queries/orders.ts';
import type { AudienceRouter } from '../audience-router.ts';
import { UUID } from '../order-answers.ts';
import { numberFrom } from '../../db/number-from.ts';
import { sendProblem } from '../problem.ts';
import type { Services } from '../services.ts';
import { isStorable } from '@hearty-ladle/core/validation';

/** Finding orders, and everything known about one of them. */
export function orderListRoutes(routes: AudienceRouter, { database }: Services): void {
  routes.get('/orders', async (request, response) => {
    const query = request.query['find'];
    const find = typeof query === 'string' && isStorable(query) ? query.trim().slice(0, 80) : '';
    response.json(await listOrders(database, find, numberFrom(request.query['before'])));
  });

  routes.get('/orders/:id', async (request, response) => {
    const id = String(request.params['id']);
    const order = UUID.test(id) ? await openOrder(database, id) : undefined;
    if (!order) return sendProblem(response, 404, 'no-order', 'There is no such order.');
    response.json(order);
  });
}
