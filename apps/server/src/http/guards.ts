import { isIP } from 'node:net';
import type { RequestHandler } from 'express';
import { BusyError } from '../db/gate.ts';
import { sendProblem } from './reply.ts';

const SAFE_METHODS = new Set(['GET', 'HEAD', 'OPTIONS']);
const LOCAL_NAMES = new Set(['localhost']);

/**
 * Serves only known host names, against DNS rebinding: an attacker needs a name that resolves here. IP addresses are
 * safe.
 */
export function ownHost(names: readonly string[]): RequestHandler {
  const known = new Set([...LOCAL_NAMES, ...names.map((name) => name.toLowerCase())]);
  return (request, response, next) => {
    const name = (request.headers.host ?? '').replace(/:\d+$/, '').toLowerCase();
    if (isIP(name.replace(/^\[|\]$/g, '')) !== 0 || known.has(name)) return next();
    sendProblem(
      response,
      421,
      'foreign-host',
      'This server is not known by that name; its names are set with ALLOWED_HOSTS.',
    );
  };
}

/**
 * Requests that change something must come from our own pages or from no page at all. Browsers send Sec-Fetch-Site and
 * Origin (Fetch Metadata); other programs don't.
 */
export const ownPages: RequestHandler = (request, response, next) => {
  if (SAFE_METHODS.has(request.method)) return next();
  const site = request.get('sec-fetch-site');
  const origin = request.get('origin');
  const isForeign =
    (site !== undefined && site !== 'same-origin' && site !== 'none') ||
    (origin !== undefined && hostOf(origin) !== request.headers.host);
  if (!isForeign) return next();
  sendProblem(response, 403, 'foreign-page', 'Another website’s page can’t do this.');
};

/**
 * Reads one body longer than `bytes` at a time and refuses others before their bytes are read: reading and validating
 * them takes seconds if many arrive together.
 */
export function oneLongBody(bytes: number): RequestHandler {
  let isReading = false;
  return (request, response, next) => {
    const isChunked = request.headers['transfer-encoding'] !== undefined;
    if (!isChunked && Number(request.headers['content-length'] ?? 0) <= bytes) return next();
    if (isReading) return next(new BusyError());
    isReading = true;
    response.once('close', () => (isReading = false));
    next();
  };
}

function hostOf(origin: string): string | undefined {
  try {
    return new URL(origin).host;
  } catch {
    return undefined;
  }
}
