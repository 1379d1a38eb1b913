import { menuForGuests, shopApi } from '@hearty-ladle/core';
import { menuDocument, servedMenu } from '../../queries/menu.ts';
import { servedAt } from '../../queries/served-editions.ts';
import { progressOf } from '../../queries/orders.ts';
import { standingForGuests } from '../../queries/pantry.ts';
import { NO_MENU, servedReply } from '../menu-reply.ts';
import { orderRoutes } from '../order-routes.ts';
import { ok, problem } from '../reply.ts';
import type { AudienceRouter } from '../router.ts';
import type { Services } from '../services.ts';

/** What never changes may be kept for a year, by anybody. */
const FOR_EVER = 'public, max-age=31536000, immutable';

/** Guests: menu, quotes, orders and their progress. */
export function shopRoutes(routes: AudienceRouter, services: Services): void {
  routes.handle(shopApi.menu, async ({ query }) => {
    const stored = await servedMenu(services, query.location);
    return servedReply(stored && { ...stored, menu: menuForGuests(stored.menu) });
  });

  routes.handle(shopApi.servedAt, async ({ query }) => {
    const found = await servedAt(services, query);
    return found ? ok(found) : NO_MENU;
  });

  routes.handle(shopApi.edition, async ({ params, query }) => {
    const written = await services.servedEditions.read({ ...params, ...query });
    return written
      ? ok(written, { 'Cache-Control': FOR_EVER })
      : problem(404, 'no-edition', 'There is no such edition, or it has no such location or language.');
  });

  routes.handle(shopApi.document, async ({ query }) => {
    const menu = await menuDocument(services, query.location);
    return menu ? ok(menuForGuests(menu)) : NO_MENU;
  });

  orderRoutes(routes, services, shopApi, 'shop');

  routes.handle(shopApi.standing, async ({ query }) => {
    const found = await standingForGuests(services, query.location, services.houseSettings.latest);
    return found ? ok(found) : problem(404, 'no-location', 'There is no menu, or it has no such location.');
  });

  routes.handle(shopApi.progress, async ({ params }) => {
    const progress = await progressOf(services.database, params.id, services.houseSettings.latest);
    return progress ? ok(progress) : problem(404, 'no-order', 'There is no such order.');
  });

  routes.stream(shopApi.events, (_input, request, response) =>
    services.live.connect(request, response, ['editions', 'tickets', 'pantry']),
  );
}
