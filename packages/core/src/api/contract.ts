import type { Static, TObject, TProperties, TSchema } from 'typebox';
import { optional } from '../menu/schema-kit.ts';
import { type Action, ROLES } from '../people/roles.ts';
import { faultFields } from './problem.ts';
import { enumOf, many } from './schema.ts';

/** Who a route is for; each audience has its own prefix below /api (public: /api itself). */
export type Audience = 'shop' | 'device' | 'workbench' | 'public';

/** What a response contains. A stream repeats `schema`: as server-sent events, or as lines of JSON. */
export type Content =
  | { readonly type: 'application/json' | 'text/event-stream' | 'application/x-ndjson'; readonly schema: TSchema }
  | { readonly type: 'image/webp' };

export const json = <S extends TSchema>(schema: S) => ({ type: 'application/json', schema }) as const;
export const events = <S extends TSchema>(schema: S) => ({ type: 'text/event-stream', schema }) as const;
export const lines = <S extends TSchema>(schema: S) => ({ type: 'application/x-ndjson', schema }) as const;
export const picture = { type: 'image/webp' } as const;

/** A refusal: when it happens, and the fields its problem document has besides those of RFC 9457. */
export interface Refusal {
  readonly when: string;
  readonly fields?: TProperties;
}

export type HeaderName = 'Idempotency-Key' | 'X-Acting-As';

interface Shape {
  readonly summary: string;
  /** The path parameters; a path that doesn't match them leads nowhere (404). */
  readonly params?: TProperties;
  readonly query?: TProperties;
  readonly headers?: readonly HeaderName[];
  /** The schema of the JSON body; `picture`: the bytes of an image. Only of posts. */
  readonly body?: TSchema | 'picture';
  readonly responses: Readonly<Record<number, Content>>;
  readonly refusals?: Readonly<Record<number, Refusal>>;
}

/** One route: everything that both sides need to know about it. */
export interface Route extends Shape {
  readonly audience: Audience;
  /** What the person or device must be allowed to do; of devices' and the workbench's routes alone. */
  readonly action?: Action;
  readonly method: 'get' | 'post';
  /** Below the audience's prefix; parameters as `:name`. */
  readonly path: string;
}

/** The shape of a route of an audience: who is behind devices and the workbench must be allowed what it does. */
type ShapeFor<A extends Audience> = A extends 'device' | 'workbench' ? Shape & { readonly action: Action } : Shape;

/** Declares the routes of one audience. */
export function routesFor<A extends Audience>(audience: A) {
  const declare =
    <M extends 'get' | 'post'>(method: M) =>
    <const P extends string, const S extends ShapeFor<A>>(path: P, shape: S) => ({ audience, method, path, ...shape });
  return { get: declare('get'), post: declare('post') };
}

/** The full path of a route, including /api. */
export function addressOf({ audience, path }: Pick<Route, 'audience' | 'path'>): string {
  return `/api${audience === 'public' ? '' : `/${audience}`}${path}`;
}

/** The method and full path of a route, such as `post /api/shop/orders`. */
export type NameOf<R extends Pick<Route, 'audience' | 'method' | 'path'>> = R extends unknown
  ? `${R['method']} /api${R['audience'] extends 'public' ? '' : `/${R['audience']}`}${R['path']}`
  : never;

/** The roles that may do what was refused. */
export const notAllowed = { may: optional(many(enumOf(...ROLES))) };

/** Refusals that any route may answer with. */
function commonRefusals({ method, params, query, body, action }: Route): Readonly<Record<number, Refusal>> {
  return {
    ...(action !== undefined && {
      401: { when: 'Nobody is signed in, and this is no paired device.' },
      403: {
        when: 'The role does not allow it, here or at that location; `may` names the roles that do.',
        fields: notAllowed,
      },
    }),
    ...(params !== undefined && { 404: { when: 'There is nothing at this address.' } }),
    ...((query !== undefined || body !== undefined) && {
      400: { when: 'The request does not have the expected form; every fault with its path.', fields: faultFields },
    }),
    ...(method === 'post' && { 413: { when: 'The body is too large.' }, 415: { when: 'The body has another type.' } }),
    429: { when: 'Too many requests; `Retry-After` says when to try again.' },
    503: { when: 'Too busy, or the database does not answer; try again in a moment.' },
  };
}

/** All refusals of a route, by status. */
export function refusalsOf(route: Route): Readonly<Record<number, Refusal>> {
  return { ...commonRefusals(route), ...route.refusals };
}

export type StaticOf<P extends TProperties | undefined> = P extends TProperties
  ? Static<TObject<P>>
  : Record<never, never>;
export type BodyOf<R extends Route> = R['body'] extends 'picture'
  ? Uint8Array
  : R['body'] extends TSchema
    ? Static<R['body']>
    : undefined;

type JsonOf<C> = C extends { readonly type: 'application/json'; readonly schema: infer S extends TSchema }
  ? Static<S>
  : never;
/** What a route answers with when it succeeds, whatever the status. */
export type AnswerOf<R extends Route> = {
  [S in keyof R['responses']]: JsonOf<R['responses'][S]>;
}[keyof R['responses']];

/** The fields of all its refusals, each perhaps absent. */
export type RefusalFieldsOf<R extends Route> =
  R['refusals'] extends Readonly<Record<number, Refusal>>
    ? Partial<
        UnionToIntersection<
          {
            [S in keyof R['refusals']]: R['refusals'][S] extends { readonly fields: infer F extends TProperties }
              ? StaticOf<F>
              : Record<never, never>;
          }[keyof R['refusals']]
        >
      >
    : Record<never, never>;

type UnionToIntersection<U> = (U extends unknown ? (it: U) => void : never) extends (it: infer I) => void ? I : never;
