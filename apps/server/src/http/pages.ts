import { randomBytes } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { extname, join } from 'node:path';
import { type RequestHandler, Router } from 'express';
import expressStaticGzip from 'express-static-gzip';
import { sendProblem } from './reply.ts';

const YEAR_SECONDS = 31_536_000;
/** A file with a hash in its name, compressed or not. */
const HASHED = /-[A-Z0-9]{8,}\.\w+(\.(br|gz))?$/;

/**
 * Serves the built pages: files in the compressed form the build made, if the browser takes it; hashed ones are cached
 * for long; index.html is rendered for every request.
 */
export function pageRoutes(folder: string): Router {
  const router = Router();
  const page = join(folder, 'index.html');
  router.use(
    expressStaticGzip(folder, {
      index: false,
      enableBrotli: true,
      orderPreference: ['br', 'gz'],
      serveStatic: {
        setHeaders: (response, path) => {
          if (HASHED.test(path)) response.setHeader('cache-control', `public, max-age=${YEAR_SECONDS}, immutable`);
        },
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
