import {
  type Action,
  type Audience,
  type BodyOf,
  type HeaderName,
  type Route,
  routeName,
  type StaticOf,
} from '@hearty-ladle/core';
import express, { type Request, type RequestHandler, type Response, Router } from 'express';
import type { Judge } from '../judge/judge.ts';
import { WrittenJson } from '../queries/written-json.ts';
import { type Actor, notAllowed, SIGN_IN } from './actor.ts';
import { bodyOf } from './body.ts';
import { oneLongBody } from './guards.ts';
import { type Problem, problem, type Reply, send } from './reply.ts';
import { pathParser, queryParser } from './url-input.ts';
import type { ResponseChecks } from './response-checks.ts';

/** What a request brings, checked against the route's contract. */
interface Input<R extends Route> {
  readonly params: StaticOf<R['params']>;
  readonly query: StaticOf<R['query']>;
  readonly body: BodyOf<R>;
  /** The Idempotency-Key; empty for routes that take none. */
  readonly key: string;
  /** Who asks. */
  readonly actor: Actor;
}

type Handler<R extends Route> = (input: Input<R>) => Promise<Reply<R> | Problem> | Reply<R> | Problem;
/** The same for what sets cookies. */
type CookieHandler<R extends Route> = (
  input: Input<R>,
  request: Request,
  response: Response,
) => Promise<Reply<R> | Problem>;
/** Answers by itself, as streams do; a problem that is returned is sent. */
type StreamHandler<R extends Route> = (
  input: Input<R>,
  request: Request,
  response: Response,
) => Promise<Problem | undefined> | Problem | undefined;

/**
 * Body size limits in bytes: guests and devices send little, while one workbench change may contain thousands of
 * prices.
 */
const BODY_LIMITS: Readonly<Record<Audience, number>> = {
  shop: 256 * 1024,
  device: 256 * 1024,
  workbench: 16 * 1024 * 1024,
  public: 1024,
};
const LONG_BYTES = 1024 * 1024;
const PICTURE_BYTES = 8 * 1024 * 1024;
const KEY = /^[\x21-\x7e]{8,100}$/;

/** Who asks, as an audience is recognised. */
export interface Doors {
  readonly actorOf: (request: Request) => Promise<Actor>;
  /** Limits what one person or device may ask. */
  readonly limit: RequestHandler | undefined;
  /** Somebody who is known tried what their role does not allow. */
  readonly refused: (actor: Actor, action: Action) => Promise<void>;
}

/**
 * Implements the routes of one audience. Who may not use a route is refused before its body is read. What a request brings
 * and what it gets are checked against the contract.
 */
export class AudienceRouter {
  readonly router = Router();
  readonly routes: Route[] = [];
  readonly #audience: Audience;
  readonly #doors: Doors;
  readonly #judge: Judge;
  readonly #checks: ResponseChecks | undefined;
  readonly #oneLongBody = oneLongBody(LONG_BYTES);

  constructor(audience: Audience, doors: Doors, judge: Judge, checks?: ResponseChecks) {
    this.#audience = audience;
    this.#doors = doors;
    this.#judge = judge;
    this.#checks = checks;
  }

  handle<R extends Route>(route: R, handler: Handler<R>): void {
    this.handleWith(route, async (input) => handler(input));
  }

  handleWith<R extends Route>(route: R, handler: CookieHandler<R>): void {
    this.stream(route, async (input, request, response) => {
      const reply = await handler(input, request, response);
      if ('problem' in reply) return reply;
      this.#checks?.check(route, reply.status, reply.body instanceof WrittenJson ? reply.body.read() : reply.body);
      send(response, reply);
      return undefined;
    });
  }

  stream<R extends Route>(route: R, handler: StreamHandler<R>): void {
    if (route.audience !== this.#audience) throw new Error(`${routeName(route)} is not for ${this.#audience}`);
    this.routes.push(route);
    const inputOf = inputParser(route, this.#judge);
    const guard: RequestHandler = async (request, response, next) => {
      const actor = await this.#doors.actorOf(request);
      const refused = await this.#refusalOf(route, actor);
      if (!refused) {
        response.locals['actor'] = actor;
        return next();
      }
      this.#checks?.checkProblem(route, refused);
      send(response, refused);
    };
    const limit = this.#doors.limit ? [this.#doors.limit] : [];
    this.router[route.method](
      route.path,
      guard,
      ...limit,
      ...this.#readers(route),
      async (request: Request, response: Response) => {
        const input = await inputOf(request, response.locals['actor'] as Actor);
        const refused = 'problem' in input ? input : await handler(input, request, response);
        if (!refused) return;
        this.#checks?.checkProblem(route, refused);
        send(response, refused);
      },
    );
  }

  /** Why somebody may not use a route at all: nobody is known, or no role of theirs allows it anywhere. */
  async #refusalOf({ action }: Route, actor: Actor): Promise<Problem | undefined> {
    if (action === undefined) return undefined;
    const isKnown = this.#audience === 'workbench' ? actor.person !== undefined : actor.isKnown;
    if (!isKnown) return SIGN_IN;
    if (actor.mayAnywhere(action)) return undefined;
    await this.#doors.refused(actor, action);
    return notAllowed(action);
  }

  /** Reads the raw body; JSON is parsed where it is validated, which for long bodies is another thread. */
  #readers({ body }: Route): RequestHandler[] {
    if (body === undefined) return [];
    if (body === 'picture')
      return [express.raw({ type: ['image/*', 'application/octet-stream'], limit: PICTURE_BYTES })];
    return [this.#oneLongBody, express.raw({ limit: BODY_LIMITS[this.#audience], type: 'application/json' })];
  }
}

/** Parses and checks everything that a request brings. */
function inputParser<R extends Route>(
  route: R,
  judge: Judge,
): (request: Request, actor: Actor) => Promise<Input<R> | Problem> {
  const paramsOf = pathParser(route.params ?? {});
  const queryOf = queryParser(route.query ?? {});
  const takes = (name: HeaderName) => route.headers?.includes(name) ?? false;
  return async (request, actor) => {
    const params = paramsOf(request.params);
    if (!params) return problem(404, 'nothing-here', 'There is nothing at this address.');
    const query = queryOf(request.query);
    if ('problem' in query) return query;
    const key = request.get('idempotency-key') ?? '';
    if (takes('Idempotency-Key') && !KEY.test(key))
      return problem(400, 'no-key', 'This needs an Idempotency-Key header of 8 to 100 characters.');
    const read = await bodyOf(route, request, judge);
    if ('problem' in read) return read;
    return {
      params: params as Input<R>['params'],
      query: query.values as Input<R>['query'],
      body: read.body as Input<R>['body'],
      key,
      actor,
    };
  };
}
