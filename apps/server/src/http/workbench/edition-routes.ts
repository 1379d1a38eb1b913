import { type PublishFault, workbenchApi } from '@hearty-ladle/core';
import { callOff, movePlan, type PublishRefusal } from '../../commands/publications.ts';
import { publish, publishAgain, type PublishOutcome, type Publisher } from '../../commands/publish.ts';
import { tellPages } from '../../live/announce.ts';
import { editionsNow, editionsPage, openEdition } from '../../queries/publications.ts';
import type { Actor } from '../actor.ts';
import { NO_MENU } from '../menu-reply.ts';
import { ok, type Problem, problem } from '../reply.ts';
import type { AudienceRouter } from '../router.ts';
import type { Services } from '../services.ts';

const FAULTS: Readonly<Record<PublishFault, string>> = {
  'unknown-location': 'It was not said for which of the house’s locations.',
  'nothing-new': 'Nothing would change: this is what is served there already.',
  'in-the-past': 'That time has passed at the location.',
  'planned-already': 'Something else is planned for that location at that time.',
  stops: 'Line check finds what stops orders. The owner may publish all the same, with a reason.',
  needs: 'Some of what was left is needed by the rest.',
};

const NO_EDITION = problem(404, 'no-edition', 'There is no such edition.');
const NO_PLAN = problem(404, 'no-plan', 'There is no such plan, or it has begun.');

/** Editions: what is served, where and from when. */
export function editionRoutes(routes: AudienceRouter, services: Services): void {
  const { database } = services;

  routes.handle(workbenchApi.editions, async ({ query }) => ok(await editionsPage(database, query.before)));

  routes.handle(workbenchApi.editionsNow, async () => ok(await editionsNow(services)));

  routes.handle(workbenchApi.edition, async ({ params }) => {
    const edition = await openEdition(database, params.number);
    return edition ? ok(edition) : NO_EDITION;
  });

  routes.handle(workbenchApi.publish, async ({ body, actor }) =>
    answerOf(await publish(services, body, publisher(actor)), NO_MENU),
  );

  routes.handle(workbenchApi.publishAgain, async ({ params, body, actor }) =>
    answerOf(await publishAgain(services, params.number, body, publisher(actor)), NO_EDITION),
  );

  routes.handle(workbenchApi.movePlan, async ({ params, body, actor }) => {
    const moved = await movePlan(services, params.id, body.at, actor.doer);
    if (moved === 'unknown') return NO_PLAN;
    return 'fault' in moved ? refusal(moved) : ok(moved);
  });

  routes.handle(workbenchApi.callOff, async ({ params, actor }) =>
    (await callOff(services, params.id, actor.doer)) ? ok({ id: params.id }) : NO_PLAN,
  );

  routes.handle(workbenchApi.tellAgain, async () => {
    await tellPages(database, { type: 'editions' });
    return ok({});
  });
}

function publisher(actor: Actor): Publisher {
  return { doer: actor.doer, mayAnyway: actor.mayAnywhere('publish-anyway') };
}

function answerOf(outcome: PublishOutcome, unknown: Problem) {
  switch (outcome.outcome) {
    case 'published':
      return ok(outcome.published);
    case 'unknown':
      return unknown;
    case 'stale':
      return problem(409, 'stale', 'The draft, or what is served, was changed in the meantime. Look again, please.', {
        revision: outcome.revision,
      });
    case 'rush':
      return problem(409, 'rush', `It is busy: ${outcome.orders} orders in the last minutes. Publish all the same?`, {
        orders: outcome.orders,
      });
    case 'refused':
      return refusal(outcome);
  }
}

function refusal({ outcome: _, ...found }: PublishRefusal): Problem {
  return problem(422, found.fault, FAULTS[found.fault], found);
}
