import { workbenchApi } from '@hearty-ladle/core';
import { listOrders, openOrder } from '../../queries/orders.ts';
import { ok, problem } from '../reply.ts';
import type { AudienceRouter } from '../router.ts';
import type { Services } from '../services.ts';

/** Finding orders, and everything known about one of them. */
export function orderListRoutes(routes: AudienceRouter, services: Services): void {
  routes.handle(workbenchApi.orders, async ({ query }) => ok(await listOrders(services, query)));

  routes.handle(workbenchApi.order, async ({ params }) => {
    const order = await openOrder(services, params.id);
    return order ? ok(order) : problem(404, 'no-order', 'There is no such order.');
  });
}
