import { isIP } from 'node:net';
import type { RequestHandler } from 'express';
import { sendProblem } from './problem.ts';

const SAFE_METHODS = new Set(['GET', 'HEAD', 'OPTIONS']);
const LOCAL_NAMES = new Set(['localhost']);

/**
 * Only names that are this server's own are served. An attacker's page that makes a name of its own lead here (DNS
 * rebinding) needs a name; addresses in digits are no danger.
 */
export function ownHost(names: readonly string[]): RequestHandler {
  const known = new Set([...LOCAL_NAMES, ...names.map((name) => name.toLowerCase())]);
  return (request, response, next) => {
    const name = (request.headers.host ?? '').replace(/:\d+$/, '').toLowerCase();
    if (isIP(name.replace(/^\[|\]$/g, '')) !== 0 || known.has(name)) return next();
    sendProblem(response, 421, 'foreign-host', 'This server is not known by that name; its names are set with ALLOWED_HOSTS.');
  };
}

/**
 * What changes something must come from a page of our own, or from no page at all: browsers say where a request comes
 * from (Fetch Metadata's Sec-Fetch-Site, and Origin), programs don't.
 */
export const ownPages: RequestHandler = (request, response, next) => {
  if (SAFE_METHODS.has(request.method)) return next();
  const site = request.get('sec-fetch-site');
  const origin = request.get('origin');
  const isForeign = (site !== undefined && site !== 'same-origin' && site !== 'none') || (origin !== undefined && hostOf(origin) !== request.headers.host);
  if (!isForeign) return next();
  sendProblem(response, 403, 'foreign-page', 'Another website’s page can’t do this.');
};

function hostOf(origin: string): string | undefined {
  try {
    return new URL(origin).host;
  } catch {
    return undefined;
  }
}
