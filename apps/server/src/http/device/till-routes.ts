import type { PinTry, Placement, Reservation } from '@hearty-ladle/core';
import { checkPin } from '../../commands/check-pin.ts';
import { confirmParked, parkOrder, reserveParked } from '../../commands/park-order.ts';
import { parkedOrders } from '../../queries/parked-orders.ts';
import type { AudienceRouter } from '../audience-router.ts';
import { deviceOf } from '../device-token.ts';
import { keyOf, orderRoutes, sendTooOften, UUID } from '../order-answers.ts';
import { sendProblem } from '../problem.ts';
import type { Services } from '../services.ts';

const GONE = 'This order was taken up at another till.';

/** Tills: menu, orders, parked orders, and the PIN for open prices. */
export function tillRoutes(routes: AudienceRouter, services: Services): void {
  const { database, cache } = services;

  routes.get('/menu', async (_request, response) => {
    const stored = await cache.current(database.manager);
    if (!stored) return sendProblem(response, 404, 'no-menu', 'There is no menu yet.');
    response.set('etag', `"${stored.revision}"`).json({ ...stored, versions: {} });
  });

  orderRoutes(routes, services, 'till');

  routes.get('/parked', async (_request, response) => response.json(await parkedOrders(database)));

  routes.post('/parked', 'Placement', async (request, response) => {
    const key = keyOf(request, response);
    if (key !== undefined) response.status(201).json(await parkOrder(database, key, request.body as Placement));
  });

  routes.post('/parked/:id/reserve', 'Reservation', async (request, response) => {
    const id = String(request.params['id']);
    const order = UUID.test(id) ? await reserveParked(database, id, (request.body as Reservation).reservation) : undefined;
    if (!order) return sendProblem(response, 404, 'not-parked', GONE);
    response.json(order);
  });

  routes.post('/parked/:id/confirm', 'Reservation', async (request, response) => {
    const id = String(request.params['id']);
    const isOurs = UUID.test(id) && (await confirmParked(database, id, (request.body as Reservation).reservation));
    if (!isOurs) return sendProblem(response, 409, 'not-parked', GONE);
    response.json({ id });
  });

  routes.post('/pin', 'PinTry', async (request, response) => {
    const checked = await checkPin(services, (request.body as PinTry).pin, deviceOf(request));
    switch (checked.outcome) {
      case 'right': return response.json({ device: checked.device });
      case 'wrong': return sendProblem(response, 403, 'pin-wrong', 'That PIN is not known here.');
      case 'too-often': return sendTooOften(response, checked.seconds);
    }
  });
}
