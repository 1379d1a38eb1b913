import { workbenchApi } from '@hearty-ladle/core';
import { newPairingCode, withdrawDevice } from '../../commands/pair-device.ts';
import { type PersonRefusal, setOwnSecrets, setPerson, signOutEverywhere } from '../../commands/set-person.ts';
import { allPeople, pairedDevices, trailPage } from '../../queries/people.ts';
import { ok, type Problem, problem, reply } from '../reply.ts';
import type { AudienceRouter } from '../router.ts';
import type { Services } from '../services.ts';
import type { Sessions } from '../sessions.ts';
import { passwordProblem } from '../password-problem.ts';

/** People, devices, the trail, and one's own account. */
export function peopleRoutes(routes: AudienceRouter, services: Services, sessions: Sessions): void {
  const { database } = services;

  routes.handle(workbenchApi.people, async () => ok(await allPeople(database)));

  routes.handle(workbenchApi.setPerson, async ({ body, actor }) => {
    const saved = await setPerson(services, body, actor.doer);
    return typeof saved === 'string' ? personProblem(saved) : ok(saved);
  });

  routes.handle(workbenchApi.devices, async () => ok(await pairedDevices(database)));

  routes.handle(workbenchApi.newPairingCode, async ({ body, actor }) => {
    const code = await newPairingCode(services, body, actor.doer);
    return code ? reply(201, code) : problem(422, 'unknown-location', 'Say at which location the device stands.');
  });

  routes.handle(workbenchApi.withdrawDevice, async ({ params, actor }) =>
    (await withdrawDevice(services, params.id, actor.doer))
      ? ok({ id: params.id })
      : problem(404, 'no-device', 'There is no such device any more.'),
  );

  routes.handle(workbenchApi.trail, async ({ query }) => ok(await trailPage(database, query.before)));

  routes.handleWith(workbenchApi.setOwnSecrets, async ({ body, actor }, request) => {
    const doer = { ...actor.doer, sid: request.sessionID };
    const refused = await setOwnSecrets(services, actor.person?.id ?? '', body, doer);
    switch (refused) {
      case undefined:
        return ok({});
      case 'too-often':
        return problem(429, 'too-many-tries', 'The current password was wrong too often. Please wait a few minutes.');
      case 'wrong-password':
        return problem(422, 'not-taken', 'The current password is not right.', { reason: refused });
      default:
        return passwordProblem(refused);
    }
  });

  routes.handleWith(workbenchApi.signOutEverywhere, async ({ actor }, request, response) => {
    await signOutEverywhere(services, actor.person?.id ?? '', actor.doer);
    await sessions.end(request, response);
    return ok({});
  });
}

function personProblem(reason: PersonRefusal): Problem {
  const title = (text: string) => problem(422, 'not-taken', text, { reason });
  switch (reason) {
    case 'stale':
      return problem(409, 'stale', 'Somebody else changed this person meanwhile. What stands now is shown.');
    case 'name-taken':
      return title('Somebody has this name already.');
    case 'unknown-location':
      return title('The house has no such location any more.');
    case 'whole-house':
      return title('Owners and menu editors are for the whole house.');
    case 'last-owner':
      return title('Somebody has to be the owner: make another one first.');
    default:
      return passwordProblem(reason);
  }
}
