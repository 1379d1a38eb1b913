import { sayFault } from '@hearty-ladle/core';
import { Router } from 'express';
import { LessThan } from 'typeorm';
import { type ChangeOutcome, takeBack } from '../commands/change-menu.ts';
import { JournalEntity } from '../db/entities.ts';
import { personOf } from './person.ts';
import { sendProblem } from './problem.ts';
import type { Services } from './services.ts';

const PAGE = 60;

/** The journal: who changed what, before and after, and taking one change back. */
export function journalRoutes({ database, cache }: Services): Router {
  const router = Router();

  router.get('/journal', async (request, response) => {
    const before = Number(request.query['before'] ?? Number.MAX_SAFE_INTEGER);
    const where = Number.isSafeInteger(before) ? { seq: LessThan(before) } : {};
    const entries = await database.getRepository(JournalEntity).find({ where, order: { seq: 'DESC' }, take: PAGE });
    response.json(entries);
  });

  router.post('/journal/:seq/take-back', async (request, response) => {
    const seq = Number(request.params.seq);
    const outcome = Number.isSafeInteger(seq) ? await takeBack(database, cache, seq, personOf(request)) : ({ outcome: 'unknown' } as const);
    switch (outcome.outcome) {
      case 'unknown': return sendProblem(response, 404, 'no-such-change', 'There is no such change in the journal.');
      case 'taken-back-already': return sendProblem(response, 409, 'taken-back-already', 'This change was taken back before.');
      default: return sendChangeOutcome(response, outcome, 'Something that this change touched was changed again since, so it can’t be taken back by itself.');
    }
  });

  return router;
}

/** Says what became of a change: what was kept, what stands now, or why the menu would be wrong. */
export function sendChangeOutcome(response: Parameters<typeof sendProblem>[0], outcome: ChangeOutcome, staleTitle: string): void {
  switch (outcome.outcome) {
    case 'kept':
      response.json({ revision: outcome.revision, seq: outcome.seq, versions: outcome.versions });
      return;
    case 'conflict':
      return sendProblem(response, 409, 'stale', staleTitle, { revision: outcome.revision, conflicts: outcome.conflicts });
    case 'refused':
      return sendProblem(response, 422, 'faults', 'The menu would not be right after this change.', {
        faults: outcome.faults.map((fault) => ({ ...fault, says: sayFault(fault) })), stillUsed: outcome.stillUsed,
      });
  }
}
