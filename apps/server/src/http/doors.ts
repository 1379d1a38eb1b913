import { type Audience } from '@hearty-ladle/core';
import type { RequestHandler, Response } from 'express';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import { addToTrail } from '../commands/trail.ts';
import { Actor } from './actor.ts';
import { sendProblem } from './reply.ts';
import type { Doors } from './router.ts';
import type { Services } from './services.ts';
import type { Sessions } from './sessions.ts';

const WINDOW_MS = 10_000;
/** The devices and people of a house often share one address. */
const SHARING_AN_ADDRESS = 5;
/** Sign-ins, pairings and questions who is asking, from one address. */
const SIGN_INS = 200;

/** How the requests of an audience are recognised and limited. */
export function doorsOf(audience: Audience, services: Services, sessions: Sessions): Doors {
  return {
    actorOf: async (request) => (audience === 'shop' ? new Actor(request.ip ?? '') : sessions.actorOf(request)),
    limit: audience === 'device' || audience === 'workbench' ? perActor(services, audience) : undefined,
    refused: ({ doer }, action) => addToTrail(services.database.manager, 'not-allowed', doer, action),
  };
}

/** Limits the requests of one address, before anything is looked up. */
export function perAddress({ houseSettings }: Services, audience: Exclude<Audience, 'public'>): RequestHandler {
  const shared = audience === 'shop' ? 1 : SHARING_AN_ADDRESS;
  return limited(() => houseSettings.latest.rates[audience] * shared);
}

/** Limits how often one address may sign in, pair, or ask who it is. */
export function perSignIn(): RequestHandler {
  return limited(() => SIGN_INS);
}

/** Limits the requests of one person or device, wherever they come from. */
function perActor({ houseSettings }: Services, audience: 'device' | 'workbench'): RequestHandler {
  return limited(
    () => houseSettings.latest.rates[audience],
    (response) => {
      const { person, device } = response.locals['actor'] as Actor;
      return person?.id ?? device?.id;
    },
  );
}

function limited(limit: () => number, keyOf?: (response: Response) => string | undefined): RequestHandler {
  return rateLimit({
    windowMs: WINDOW_MS,
    limit,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    keyGenerator: (request, response) => keyOf?.(response) ?? ipKeyGenerator(request.ip ?? ''),
    handler: (_request, response) =>
      sendProblem(response, 429, 'too-often', 'That is too many requests; please wait a moment.'),
  });
}
