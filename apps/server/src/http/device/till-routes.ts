import { deviceApi, reaches } from '@hearty-ladle/core';
import { actAs, forgetActing } from '../../commands/act-as.ts';
import { confirmParked, parkOrder, reserveParked } from '../../commands/park-order.ts';
import { showEdition } from '../../commands/show-edition.ts';
import { type VoidRefusal, voidLines } from '../../commands/void-lines.ts';
import { servedMenu } from '../../queries/menu.ts';
import { parkedOrders } from '../../queries/parked-orders.ts';
import { servedReply } from '../menu-reply.ts';
import { peopleWithPin, placesOf, signedInOf } from '../../queries/people.ts';
import { notAllowed } from '../actor.ts';
import { orderListRoutes } from '../order-list-routes.ts';
import { orderRoutes } from '../order-routes.ts';
import { tooOften } from '../too-often.ts';
import { ok, type Problem, problem, reply } from '../reply.ts';
import type { AudienceRouter } from '../router.ts';
import type { Services } from '../services.ts';

function voidRefusal(code: VoidRefusal): Problem {
  switch (code) {
    case 'no-order':
      return problem(404, code, 'There is no such order.');
    case 'not-left':
      return problem(422, code, 'That much is not left of it; somebody may have voided it already.');
    case 'not-allowed':
      return notAllowed('void-orders');
    case 'key-taken':
      return problem(422, code, 'This Idempotency-Key was used for another void.');
  }
}

const GONE = 'This order was taken up at another till.';

/** Tills: menu, orders, parked orders, and the PINs by which people act at any device. */
export function tillRoutes(routes: AudienceRouter, services: Services): void {
  const { database } = services;

  routes.handle(deviceApi.menu, async ({ query, actor }) =>
    servedReply(await servedMenu(services, query.location ?? actor.device?.location)),
  );

  routes.handle(deviceApi.showing, async ({ body, actor }) => {
    await showEdition(database, body, actor.device?.name ?? actor.by);
    return ok({});
  });

  orderRoutes(routes, services, deviceApi, 'till');

  orderListRoutes(routes, services, deviceApi);

  routes.handle(deviceApi.voidLines, async ({ params, key, body, actor }) => {
    const by = { ...actor.doer, places: actor.places('void-orders') };
    const voided = await services.orderGate.run(() => voidLines(services, key, params.id, body, by));
    return typeof voided === 'string' ? voidRefusal(voided) : reply(201, voided);
  });

  routes.handle(deviceApi.parked, async ({ actor }) => ok(await parkedOrders(database, actor.places('take-orders'))));

  routes.handle(deviceApi.park, async ({ key, body, actor }) => {
    const isHere = body.location === undefined || actor.may('take-orders', body.location);
    return isHere ? reply(201, await parkOrder(database, key, body)) : notAllowed('take-orders');
  });

  routes.handle(deviceApi.reserve, async ({ params, body, actor }) => {
    const order = await reserveParked(database, params.id, body.reservation, actor.places('take-orders'));
    return order ? ok(order) : problem(404, 'not-parked', GONE);
  });

  routes.handle(deviceApi.confirm, async ({ params, body }) => {
    const isOurs = await confirmParked(database, params.id, body.reservation);
    return isOurs ? ok({ id: params.id }) : problem(409, 'not-parked', GONE);
  });

  routes.handle(deviceApi.people, async ({ actor }) => {
    const people = await peopleWithPin(database, services.isDemo);
    const { location } = actor.device ?? {};
    return ok(people.filter((person) => location === undefined || reaches(placesOf(person), location)).map(signedInOf));
  });

  routes.handle(deviceApi.pin, async ({ body, actor }) => {
    const tried = await actAs(services, body, {
      ...actor.doer,
      holder: actor.holder,
      location: actor.device?.location,
    });
    switch (tried.outcome) {
      case 'right':
        return ok(tried.value);
      case 'wrong':
        return problem(403, 'pin-wrong', 'That PIN is not right.');
      case 'too-often':
        return tooOften(tried.seconds);
    }
  });

  routes.handle(deviceApi.forget, async ({ actor }) => {
    if (actor.actingToken !== undefined) await forgetActing(database, actor.actingToken);
    return ok({});
  });
}
