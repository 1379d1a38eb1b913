import type { UndoRequest } from '@hearty-ladle/core';
import type { Response } from 'express';
import { type ChangeOutcome, undoChange } from '../../commands/change-menu.ts';
import { journalPage } from '../../queries/journal.ts';
import type { AudienceRouter } from '../audience-router.ts';
import { judgementBody } from '../checked-body.ts';
import { numberFrom } from '../../db/number-from.ts';
import { personOf } from '../person.ts';
import { sendProblem } from '../problem.ts';
import type { Services } from '../services.ts';

/** The journal: who changed what, before and after, and undoing one change. */
export function journalRoutes(routes: AudienceRouter, services: Services): void {
  routes.get('/journal', async (request, response) => response.json(await journalPage(services.database, numberFrom(request.query['before']))));

  routes.post('/journal/:seq/take-back', 'UndoRequest', async (request, response) => {
    const seq = numberFrom(request.params['seq']);
    const outcome = seq === undefined ? ({ outcome: 'unknown' } as const) : await undoChange(services, (request.body as UndoRequest).id, seq, personOf(request));
    switch (outcome.outcome) {
      case 'unknown': return sendProblem(response, 404, 'no-such-change', 'There is no such change in the journal.');
      case 'taken-back-already': return sendProblem(response, 409, 'taken-back-already', 'This change was undone before.');
      default: return sendChangeOutcome(response, outcome, 'Something that this change touched was changed again since, so it can’t be undone by itself.');
    }
  });
}

/** Answers with the result of a change: saved, conflict, or why the menu would be invalid. */
export function sendChangeOutcome(response: Response, outcome: ChangeOutcome, staleTitle: string): void {
  switch (outcome.outcome) {
    case 'saved':
      response.json({ revision: outcome.revision, seq: outcome.seq, versions: outcome.versions });
      return;
    case 'id-taken':
      return sendProblem(response, 422, 'id-taken', 'This id was used for another change.');
    case 'conflict':
      return sendProblem(response, 409, 'stale', staleTitle, { revision: outcome.revision, conflicts: outcome.conflicts });
    case 'refused':
      return sendProblem(response, 422, 'faults', 'The menu would not be right after this change.', { ...judgementBody(outcome.judgement), stillUsed: outcome.stillUsed });
  }
}
