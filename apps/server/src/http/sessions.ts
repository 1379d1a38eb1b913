import type { PairedAs, Session, SignedIn } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import pgSessionStore from 'connect-pg-simple';
import { parse } from 'cookie';
import type { CookieOptions, Request, RequestHandler, Response } from 'express';
import session from 'express-session';
import { actingPerson } from '../commands/act-as.ts';
import { deviceInUse } from '../commands/pair-device.ts';
import { log } from '../log.ts';
import { anybodyIsKnown, demoPeople, personLetIn } from '../queries/people.ts';
import { Actor } from './actor.ts';
import type { Services } from './services.ts';

declare module 'express-session' {
  interface SessionData {
    personId: string;
    /** When the person signed in, in milliseconds. */
    startedAt: number;
  }
}

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;
/** A session ends after so long without a request, and in any case after so long altogether. */
const SESSION_IDLE_MS = 12 * HOUR_MS;
const SESSION_MS = 7 * DAY_MS;
/** As long as browsers keep a cookie at most. */
const COOKIE_MS = 400 * DAY_MS;
const PRUNE_SECONDS = 900;

/** Sessions and devices by their cookies. Over TLS, no other host and no plain connection can set or read them. */
export class Sessions {
  readonly #services: Services;
  readonly #isSecure: boolean;

  constructor(services: Services, { isSecure }: { readonly isSecure: boolean }) {
    this.#services = services;
    this.#isSecure = isSecure;
  }

  /** Reads the session of a request; its cookie is set only by signing in. */
  middleware(): RequestHandler {
    const { sessionPool, secret } = this.#services;
    const Store = pgSessionStore(session);
    return session({
      name: this.#nameOf('session'),
      secret,
      resave: false,
      saveUninitialized: false,
      rolling: true,
      store: new Store({
        pool: sessionPool,
        tableName: 'session',
        ttl: SESSION_IDLE_MS / 1_000,
        pruneSessionInterval: PRUNE_SECONDS,
        errorLog: (error: unknown) => log.warn({ err: error }, 'sessions could not be tidied'),
      }),
      cookie: { ...this.#cookie, maxAge: SESSION_IDLE_MS },
    });
  }

  /** Who sends a request. */
  async actorOf(request: Request): Promise<Actor> {
    const [person, device] = await Promise.all([this.#personOf(request), this.#deviceOf(request)]);
    const at = { person, device };
    const address = request.ip ?? '';
    const token = request.get('x-acting-as');
    const plain = new Actor(address, at);
    if (token === undefined || !plain.isKnown) return plain;
    const acting = await actingPerson(this.#services, token, plain.holder);
    return new Actor(address, { ...at, acting, actingToken: token });
  }

  /** What the pages are told about who is asking. */
  async stateOf({ person, device }: Pick<Actor, 'person' | 'device'>): Promise<Session> {
    const { database, isDemo } = this.#services;
    const demo = isDemo ? await demoPeople(database) : undefined;
    return {
      ...(person && { person }),
      ...(device && { device }),
      ...(demo && { demo }),
      needsOwner: person === undefined && !(await anybodyIsKnown(database.manager, isDemo)),
    };
  }

  /** Starts a session under a new id, so that one that was known before is worth nothing. */
  async start(request: Request, personId: string): Promise<void> {
    await called((done) => request.session.regenerate(done));
    request.session.personId = personId;
    request.session.startedAt = now().getTime();
    await called((done) => request.session.save(done));
  }

  async end(request: Request, response: Response): Promise<void> {
    await called((done) => request.session.destroy(done));
    response.clearCookie(this.#nameOf('session'), this.#cookie);
  }

  setDevice(response: Response, token: string): void {
    response.cookie(this.#nameOf('device'), token, { ...this.#cookie, maxAge: COOKIE_MS });
  }

  forgetDevice(response: Response): void {
    response.clearCookie(this.#nameOf('device'), this.#cookie);
  }

  /** By which this browser is recognised when the same person signs in again. */
  knownOf(request: Request): string | undefined {
    return this.#cookieOf(request, 'known');
  }

  setKnown(response: Response, known: string): void {
    response.cookie(this.#nameOf('known'), known, { ...this.#cookie, maxAge: COOKIE_MS });
  }

  async #personOf(request: Request): Promise<SignedIn | undefined> {
    const { personId, startedAt = 0 } = (request.session as Partial<Request['session']> | undefined) ?? {};
    if (personId === undefined || now().getTime() - startedAt > SESSION_MS) return undefined;
    return personLetIn(this.#services, personId);
  }

  async #deviceOf(request: Request): Promise<PairedAs | undefined> {
    const token = this.#cookieOf(request, 'device');
    return token === undefined ? undefined : deviceInUse(this.#services.database, token);
  }

  #cookieOf(request: Request, name: string): string | undefined {
    return parse(request.headers.cookie ?? '')[this.#nameOf(name)];
  }

  #nameOf(name: string): string {
    return `${this.#isSecure ? '__Host-' : ''}ladle-${name}`;
  }

  get #cookie(): CookieOptions {
    return { httpOnly: true, sameSite: 'strict', secure: this.#isSecure, path: '/' };
  }
}

/** Waits for something that calls back. */
function called(begin: (done: (error: unknown) => void) => void): Promise<void> {
  return new Promise((resolve, reject) => begin((error) => (error ? reject(error as Error) : resolve())));
}
