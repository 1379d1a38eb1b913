import { ChangeRequest, sayFault } from '@hearty-ladle/core';
import { Router } from 'express';
import { changeMenu } from '../commands/change-menu.ts';
import { JournalEntity } from '../db/entities.ts';
import { checked } from './checked.ts';
import { sendProblem } from './problem.ts';
import type { Services } from './services.ts';

/** The menu, its changes and its journal. */
export function menuRoutes({ database, cache }: Services): Router {
  const router = Router();

  router.get('/menu', async (_request, response) => {
    const stored = await cache.current(database.manager);
    if (!stored) return sendProblem(response, 404, 'no-menu', 'There is no menu yet.');
    response.set('etag', `"${stored.revision}"`).json(stored);
  });

  router.post('/changes', checked(ChangeRequest), async (request, response) => {
    const outcome = await changeMenu(database, cache, request.body as ChangeRequest, 'operator');
    switch (outcome.outcome) {
      case 'kept':
        return response.json({ revision: outcome.revision, seq: outcome.seq, versions: outcome.versions });
      case 'conflict':
        return sendProblem(response, 409, 'stale', 'Somebody changed this in the meantime.', {
          revision: outcome.revision, conflicts: outcome.conflicts,
        });
      case 'refused':
        return sendProblem(response, 422, 'faults', 'The menu would not be right after this change.', {
          faults: outcome.faults.map((fault) => ({ ...fault, says: sayFault(fault) })),
        });
    }
  });

  router.get('/journal', async (_request, response) => {
    const entries = await database.getRepository(JournalEntity).find({ order: { seq: 'DESC' }, take: 200 });
    response.json(entries);
  });

  return router;
}
