import { ChangeRequest, documentOf } from '@hearty-ladle/core';
import { Router } from 'express';
import { changeMenu } from '../commands/change-menu.ts';
import { checked } from './checked.ts';
import { sendChangeOutcome } from './journal-routes.ts';
import { personOf } from './person.ts';
import { sendProblem } from './problem.ts';
import type { Services } from './services.ts';

/** The menu and its changes. */
export function menuRoutes({ database, cache }: Services): Router {
  const router = Router();

  router.get('/menu', async (_request, response) => {
    const stored = await cache.current(database.manager);
    if (!stored) return sendProblem(response, 404, 'no-menu', 'There is no menu yet.');
    response.set('etag', `"${stored.revision}"`).json(stored);
  });

  router.get('/menu/document', async (_request, response) => {
    const stored = await cache.current(database.manager);
    if (!stored) return sendProblem(response, 404, 'no-menu', 'There is no menu yet.');
    response.json(documentOf(stored.menu));
  });

  router.post('/changes', checked(ChangeRequest), async (request, response) => {
    const outcome = await changeMenu(database, cache, request.body as ChangeRequest, personOf(request));
    sendChangeOutcome(response, outcome, 'Somebody changed this in the meantime.');
  });

  return router;
}
