import { publicApi, type Session } from '@hearty-ladle/core';
import { pairDevice, withdrawDevice } from '../../commands/pair-device.ts';
import { makeFirstOwner, signIn, signInDemo } from '../../commands/sign-in.ts';
import { addToTrail } from '../../commands/trail.ts';
import { pairedOf, signedInOf } from '../../queries/people.ts';
import { ok, type Problem, problem, reply } from '../reply.ts';
import type { AudienceRouter } from '../router.ts';
import type { Services } from '../services.ts';
import type { Sessions } from '../sessions.ts';
import { passwordProblem } from '../password-problem.ts';
import { tooOften } from '../too-often.ts';

const WRONG = problem(403, 'wrong', 'The name or the password is not right.');

/** Signing in and out, the first owner, and pairing a device. */
export function sessionRoutes(routes: AudienceRouter, services: Services, sessions: Sessions): void {
  const { database } = services;

  routes.handle(publicApi.session, async ({ actor }) => ok(await sessions.stateOf(actor)));

  routes.handleWith(publicApi.signIn, async ({ body, actor }, request, response) => {
    const tried = await signIn(services, body, { address: actor.address, known: sessions.knownOf(request) });
    if (tried.outcome === 'too-often') return tooOften(tried.seconds);
    if (tried.outcome === 'wrong') return WRONG;
    const { person, known } = tried.value;
    await sessions.start(request, person.id);
    sessions.setKnown(response, known);
    return ok(await sessions.stateOf({ ...actor, person: signedInOf(person), device: actor.device }));
  });

  routes.handleWith(publicApi.demoSignIn, async ({ body, actor }, request) => {
    const person = services.isDemo ? await signInDemo(database, body.person, actor.address) : undefined;
    if (!person) return problem(404, 'no-demo', 'Nobody can be signed in without a password here.');
    await sessions.start(request, person.id);
    return ok(await sessions.stateOf({ person: signedInOf(person), device: actor.device }));
  });

  routes.handleWith(publicApi.signOut, async ({ actor }, request, response) => {
    if (actor.person) await addToTrail(database.manager, 'signed-out', actor.doer);
    await sessions.end(request, response);
    return ok(await sessions.stateOf({ person: undefined, device: actor.device }));
  });

  routes.handleWith(publicApi.firstOwner, async ({ body, actor }, request) => {
    const made = await makeFirstOwner(services, body, actor.address);
    if (typeof made === 'string') return ownerProblem(made);
    await sessions.start(request, made.id);
    return reply(201, await sessions.stateOf({ person: signedInOf(made), device: actor.device }));
  });

  routes.handleWith(publicApi.pair, async ({ body, actor }, _request, response) => {
    const tried = await pairDevice(services, body.code, actor.address);
    if (tried.outcome === 'too-often') return tooOften(tried.seconds);
    if (tried.outcome === 'wrong')
      return problem(403, 'wrong-code', 'That code is not known, was used, or is older than ten minutes.');
    sessions.setDevice(response, tried.value.token);
    return reply(201, await sessions.stateOf({ person: actor.person, device: pairedOf(tried.value.device) }));
  });

  routes.handleWith(
    publicApi.unpair,
    async ({ actor }, _request, response): Promise<{ status: 200; body: Session }> => {
      if (actor.device) await withdrawDevice(services, actor.device.id, actor.doer);
      sessions.forgetDevice(response);
      return ok(await sessions.stateOf({ person: actor.person, device: undefined }));
    },
  );
}

function ownerProblem(refused: Exclude<Awaited<ReturnType<typeof makeFirstOwner>>, object>): Problem {
  switch (refused) {
    case 'wrong-link':
      return problem(403, refused, 'This link is not good any more. Start the server again for a new one.');
    case 'name-taken':
      return problem(422, 'not-taken', 'Somebody has this name already.', { reason: refused });
    case 'there-already':
      return problem(409, refused, 'There is an owner already. Sign in instead.');
    default:
      return passwordProblem(refused);
  }
}
