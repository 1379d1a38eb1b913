import { workbenchApi } from '@hearty-ladle/core';
import { changeMenu, type ChangeOutcome, undoChange } from '../../commands/change-menu.ts';
import { journalPage } from '../../queries/journal.ts';
import { storedMenu } from '../../queries/menu.ts';
import { faultsBody } from '../body.ts';
import { draftReply } from '../menu-reply.ts';
import { ok, problem } from '../reply.ts';
import type { AudienceRouter } from '../router.ts';
import type { Services } from '../services.ts';

/** The menu with the versions of its objects, its changes, and its journal. */
export function menuRoutes(routes: AudienceRouter, services: Services): void {
  routes.handle(workbenchApi.menu, async () => draftReply(await storedMenu(services)));

  routes.handle(workbenchApi.change, async ({ body, actor }) =>
    changeReply(await changeMenu(services, body, actor.by), 'Somebody changed this in the meantime.'),
  );

  routes.handle(workbenchApi.journal, async ({ query }) => ok(await journalPage(services.database, query.before)));

  routes.handle(workbenchApi.undo, async ({ params, body, actor }) => {
    const outcome = await undoChange(services, body.id, params.seq, actor.by);
    switch (outcome.outcome) {
      case 'unknown':
        return problem(404, 'no-such-change', 'There is no such change in the journal.');
      case 'taken-back-already':
        return problem(409, 'taken-back-already', 'This change was undone before.');
      default:
        return changeReply(
          outcome,
          'Something that this change touched was changed again since, so it can’t be undone by itself.',
        );
    }
  });
}

/** The result of a change: saved, conflict, or why the menu would be invalid. */
function changeReply(outcome: ChangeOutcome, staleTitle: string) {
  switch (outcome.outcome) {
    case 'saved':
      return ok(outcome.saved);
    case 'id-taken':
      return problem(422, 'id-taken', 'This id was used for another change.');
    case 'conflict':
      return problem(409, 'stale', staleTitle, { revision: outcome.revision, conflicts: outcome.conflicts });
    case 'refused':
      return problem(422, 'faults', 'The menu would not be right after this change.', {
        ...faultsBody(outcome.judgement),
        stillUsed: outcome.stillUsed,
      });
  }
}
