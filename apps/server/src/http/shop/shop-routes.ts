import { documentOf } from '@hearty-ladle/core';
import { progressOf } from '../../queries/orders.ts';
import type { AudienceRouter } from '../audience-router.ts';
import { orderRoutes, UUID } from '../order-answers.ts';
import { sendProblem } from '../problem.ts';
import type { Services } from '../services.ts';

/** Guests: menu, quotes, orders and their progress. */
export function shopRoutes(routes: AudienceRouter, services: Services): void {
  const { database, cache, live } = services;

  routes.get('/menu', async (_request, response) => {
    const stored = await cache.current(database.manager);
    if (!stored) return sendProblem(response, 404, 'no-menu', 'There is no menu yet.');
    const { itemSummaries, sectionSummaries } = stored.menu;
    const menu = { ...documentOf(stored.menu), ...(itemSummaries && { itemSummaries }), ...(sectionSummaries && { sectionSummaries }) };
    response.set('etag', `"${stored.revision}"`).json({ revision: stored.revision, menu, versions: {} });
  });

  routes.get('/menu/document', async (_request, response) => {
    const stored = await cache.current(database.manager);
    if (!stored) return sendProblem(response, 404, 'no-menu', 'There is no menu yet.');
    response.json(documentOf(stored.menu));
  });

  orderRoutes(routes, services, 'shop');

  routes.get('/orders/:id/progress', async (request, response) => {
    const id = String(request.params['id']);
    const progress = UUID.test(id) ? await progressOf(database, id) : undefined;
    if (!progress) return sendProblem(response, 404, 'no-order', 'There is no such order.');
    response.json(progress);
  });

  routes.get('/events', (request, response) => live.connect(request, response, ['menu', 'tickets']));
}
