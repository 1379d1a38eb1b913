import type { ChangeRequest } from '@hearty-ladle/core';
import { changeMenu } from '../../commands/change-menu.ts';
import type { AudienceRouter } from '../audience-router.ts';
import { personOf } from '../person.ts';
import { sendProblem } from '../problem.ts';
import type { Services } from '../services.ts';
import { sendChangeOutcome } from './journal-routes.ts';

/** The menu with the versions of its objects, and its changes. */
export function menuRoutes(routes: AudienceRouter, services: Services): void {
  routes.get('/menu', async (_request, response) => {
    const stored = await services.cache.current(services.database.manager);
    if (!stored) return sendProblem(response, 404, 'no-menu', 'There is no menu yet.');
    response.set('etag', `"${stored.revision}"`).json(stored);
  });

  routes.post('/changes', 'ChangeRequest', async (request, response) => {
    const outcome = await changeMenu(services, request.body as ChangeRequest, personOf(request));
    sendChangeOutcome(response, outcome, 'Somebody changed this in the meantime.');
  });
}
