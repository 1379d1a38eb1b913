import { randomBytes } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { extname, join } from 'node:path';
import express, { type RequestHandler, Router } from 'express';
import { sendProblem } from './reply.ts';

const YEAR_SECONDS = 31_536_000;

/** Serves the built pages: hashed files are cached for long, index.html is rendered for every request. */
export function pageRoutes(folder: string): Router {
  const router = Router();
  const page = join(folder, 'index.html');
  router.use(
    express.static(folder, {
      index: false,
      setHeaders: (response, path) => {
        if (/-[A-Z0-9]{8,}\.\w+$/.test(path))
          response.set('cache-control', `public, max-age=${YEAR_SECONDS}, immutable`);
      },
    }),
  );
  router.get('/{*path}', async (request, response, next) => {
    // A missing file, such as one of an older build, is a 404 rather than the page.
    if (extname(request.path) !== '')
      return sendProblem(response, 404, 'no-such-address', 'There is nothing at this address.');
    const html = await readFile(page, 'utf8').catch(() => undefined);
    if (html === undefined) return next();
    const nonce = String(response.locals['nonce']);
    response.set('cache-control', 'no-store').type('html').send(html.replaceAll('CSP_NONCE', nonce));
  });
  return router;
}

/** A new nonce for every response, shared by the content security policy and the page. */
export const withNonce: RequestHandler = (_request, response, next) => {
  response.locals['nonce'] = randomBytes(16).toString('base64');
  next();
};
