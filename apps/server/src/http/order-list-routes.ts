import type { deviceApi, workbenchApi } from '@hearty-ladle/core';
import { listOrders, openOrder } from '../queries/orders.ts';
import { ok, problem } from './reply.ts';
import type { AudienceRouter } from './router.ts';
import type { Services } from './services.ts';

type OrderListApi = Pick<typeof workbenchApi, 'orders' | 'order'> | Pick<typeof deviceApi, 'orders' | 'order'>;

/** Finding orders, and everything known about one of them, at the places whose orders may be seen. */
export function orderListRoutes(routes: AudienceRouter, services: Services, api: OrderListApi): void {
  routes.handle(api.orders, async ({ query, actor }) =>
    ok(await listOrders(services, { ...query, places: actor.places('see-orders') })),
  );

  routes.handle(api.order, async ({ params, actor }) => {
    const order = await openOrder(services, params.id, actor.places('see-orders'));
    return order ? ok(order) : problem(404, 'no-order', 'There is no such order.');
  });
}
