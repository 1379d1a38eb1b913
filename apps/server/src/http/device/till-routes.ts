import { deviceApi } from '@hearty-ladle/core';
import { checkPin, isKnownDevice } from '../../commands/check-pin.ts';
import { confirmParked, parkOrder, reserveParked } from '../../commands/park-order.ts';
import { type VoidRefusal, voidLines } from '../../commands/void-lines.ts';
import { servedMenu } from '../../queries/menu.ts';
import { parkedOrders } from '../../queries/parked-orders.ts';
import { menuReply } from '../menu-reply.ts';
import { orderRoutes, tooOften } from '../order-routes.ts';
import { ok, type Problem, problem, reply } from '../reply.ts';
import type { AudienceRouter } from '../router.ts';
import type { Services } from '../services.ts';
import { NEEDS_PIN } from './needs-pin.ts';

function voidRefusal(code: VoidRefusal): Problem {
  switch (code) {
    case 'no-order':
      return problem(404, code, 'There is no such order.');
    case 'no-menu':
      return problem(404, code, 'The menu that this was sold from is not kept any more.');
    case 'not-left':
      return problem(422, code, 'That much is not left of it; somebody may have voided it already.');
    case 'key-taken':
      return problem(422, code, 'This Idempotency-Key was used for another void.');
  }
}

const GONE = 'This order was taken up at another till.';

/** Tills: menu, orders, parked orders, and the PIN for open prices. */
export function tillRoutes(routes: AudienceRouter, services: Services): void {
  const { database } = services;

  routes.handle(deviceApi.menu, async () => menuReply(await servedMenu(services)));

  orderRoutes(routes, services, deviceApi, 'till');

  routes.handle(deviceApi.voidLines, async ({ params, key, body, device, person }) => {
    if (!(await isKnownDevice(services, device))) return NEEDS_PIN;
    const voided = await services.orderGate.run(() => voidLines(services, key, params.id, body, person));
    return typeof voided === 'string' ? voidRefusal(voided) : reply(201, voided);
  });

  routes.handle(deviceApi.parked, async () => ok(await parkedOrders(database)));

  routes.handle(deviceApi.park, async ({ key, body }) => reply(201, await parkOrder(database, key, body)));

  routes.handle(deviceApi.reserve, async ({ params, body }) => {
    const order = await reserveParked(database, params.id, body.reservation);
    return order ? ok(order) : problem(404, 'not-parked', GONE);
  });

  routes.handle(deviceApi.confirm, async ({ params, body }) => {
    const isOurs = await confirmParked(database, params.id, body.reservation);
    return isOurs ? ok({ id: params.id }) : problem(409, 'not-parked', GONE);
  });

  routes.handle(deviceApi.pin, async ({ body, device }) => {
    const checked = await checkPin(services, body.pin, device);
    switch (checked.outcome) {
      case 'right':
        return ok({ device: checked.device });
      case 'wrong':
        return problem(403, 'pin-wrong', 'That PIN is not known here.');
      case 'too-often':
        return tooOften(checked.seconds);
    }
  });
}
