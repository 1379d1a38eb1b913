import type { Route } from '@hearty-ladle/core';
import type { Response } from 'express';
import type { Static, TSchema } from 'typebox';
import { ENCODINGS, WrittenJson } from '../queries/written-json.ts';

type Headers = Readonly<Record<string, string>>;

type Body<C> = C extends { readonly type: 'application/json'; readonly schema: infer S extends TSchema }
  ? Static<S> | WrittenJson<Static<S>>
  : Buffer;
/** A successful answer: one of the statuses in the route's contract, with its body. */
export type Reply<R extends Route> = {
  [S in keyof R['responses'] & number]: {
    readonly status: S;
    readonly body: Body<R['responses'][S]>;
    readonly headers?: Headers;
  };
}[keyof R['responses'] & number];

/** A refusal, sent as a problem document (RFC 9457). */
export interface Problem {
  readonly problem: string;
  readonly status: number;
  readonly title: string;
  readonly fields: object;
  readonly headers: Headers;
}

export function problem(
  status: number,
  code: string,
  title: string,
  fields: object = {},
  headers: Headers = {},
): Problem {
  return { problem: code, status, title, fields, headers };
}

export function reply<const S extends number, B>(
  status: S,
  body: B,
  headers: Headers = {},
): { readonly status: S; readonly body: B; readonly headers: Headers } {
  return { status, body, headers };
}

export function ok<B>(body: B, headers: Headers = {}) {
  return reply(200, body, headers);
}

/** The problem document of a refusal. */
export function documentOf({ problem: code, status, title, fields }: Problem): object {
  return { type: `urn:hearty-ladle:problem:${code}`, title, status, ...fields };
}

export function send(
  response: Response,
  answer: Problem | { readonly status: number; readonly body: unknown; readonly headers?: Headers },
): void {
  response.status(answer.status).set(answer.headers ?? {});
  if ('problem' in answer) response.type('application/problem+json').send(JSON.stringify(documentOf(answer)));
  else if (answer.body instanceof WrittenJson) sendWritten(response, answer.body);
  else if (Buffer.isBuffer(answer.body)) response.send(answer.body);
  else response.json(answer.body);
}

/**
 * Sends an answer in the encoding that suits the browser. The ETag is the hash of what is sent before compression, and
 * weak where it is compressed: it stands for the same bytes in several encodings.
 */
function sendWritten(response: Response, written: WrittenJson<unknown>): void {
  const encoding = ENCODINGS.find((one) => one === response.req.acceptsEncodings(...ENCODINGS)) ?? 'identity';
  if (encoding !== 'identity') response.set('Content-Encoding', encoding);
  response
    .vary('Accept-Encoding')
    .set('ETag', `${encoding === 'identity' ? '' : 'W/'}"${written.hash}"`)
    .type('json')
    .send(written.bytes(encoding));
}

export function sendProblem(
  response: Response,
  status: number,
  code: string,
  title: string,
  headers: Headers = {},
): void {
  send(response, problem(status, code, title, {}, headers));
}
