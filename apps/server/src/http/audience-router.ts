import express, { type Request, type RequestHandler, type Response, Router } from 'express';
import type { Judge } from '../judge/judge.ts';
import type { RequestName } from '../judge/request-schemas.ts';
import { isStorable } from '@hearty-ladle/core/validation';
import { checkedBody } from './checked-body.ts';
import { sendProblem } from './problem.ts';

/** Who a route is for; each audience has its own prefix below /api (public: /api itself). */
export type Audience = 'shop' | 'device' | 'workbench' | 'public';

export interface Route {
  readonly method: 'get' | 'post';
  readonly path: string;
  /** The schema of the body, by name; `picture`: the bytes of an image. */
  readonly body?: RequestName | 'picture';
}

export interface DeclaredRoute extends Route {
  readonly audience: Audience;
  /** The full path, including /api. */
  readonly address: string;
}

type Handler = (request: Request, response: Response) => unknown;

/**
 * Body size limits in bytes: guests and devices send little, while one workbench change may contain thousands of
 * prices.
 */
const BODY_LIMITS: Readonly<Record<Audience, number>> = { shop: 256 * 1024, device: 256 * 1024, workbench: 16 * 1024 * 1024, public: 1024 };
const PICTURE_BYTES = 8 * 1024 * 1024;

/** Registers the routes of one audience, each with its body schema, so that none can be added unchecked. */
export class AudienceRouter {
  readonly router = Router();
  readonly declared: DeclaredRoute[] = [];
  readonly #audience: Audience;
  readonly #judge: Judge;

  constructor(audience: Audience, judge: Judge) {
    this.#audience = audience;
    this.#judge = judge;
    this.router.param('id', (_request, response, next, value: string) => (isStorable(value) ? next() : sendProblem(response, 404, 'nothing-here', 'There is nothing of that name.')));
  }

  get(path: string, handler: Handler): void {
    this.#declare({ method: 'get', path }, handler);
  }

  post(path: string, body: RequestName, handler: Handler): void {
    this.#declare({ method: 'post', path, body }, this.#json(), checkedBody(body, this.#judge), handler as RequestHandler);
  }

  postPicture(path: string, handler: Handler): void {
    this.#declare({ method: 'post', path, body: 'picture' }, express.raw({ type: ['image/*', 'application/octet-stream'], limit: PICTURE_BYTES }), handler as RequestHandler);
  }

  /** Reads the raw body; it is parsed where it is validated, which for long bodies is another thread. */
  #json(): RequestHandler {
    const read = express.raw({ limit: BODY_LIMITS[this.#audience], type: () => true });
    return (request, response, next) => {
      if (!request.is('application/json')) return sendProblem(response, 415, 'json-only', 'Only JSON is taken here (Content-Type: application/json).');
      read(request, response, next);
    };
  }

  #declare(route: Route, ...handlers: (Handler | RequestHandler)[]): void {
    const address = `/api${this.#audience === 'public' ? '' : `/${this.#audience}`}${route.path}`;
    this.declared.push({ ...route, audience: this.#audience, address });
    this.router[route.method](route.path, ...(handlers as RequestHandler[]));
  }
}

