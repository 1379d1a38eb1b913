import { randomBytes } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { extname, join } from 'node:path';
import { type Request, type RequestHandler, Router } from 'express';
import expressStaticGzip from 'express-static-gzip';
import { sendProblem } from './reply.ts';

const YEAR_SECONDS = 31_536_000;
/** A file with a hash in its name, compressed or not. */
const HASHED = /-([A-Z0-9]{8,}|[0-9a-f]{8,})\.\w+(\.(br|gz))?$/;

/**
 * Serves the built pages of a folder: those of staff, and those of guests under `/shop`, whose files are at `/guest`. Files
 * come in the compressed form the build made, if the browser takes it; hashed ones are cached for long; a page is rendered
 * for every request. `describe`: what the shop's pages say to programs, as JSON-LD.
 */
export function pageRoutes(
  folder: string,
  describe: (request: Request) => Promise<string | undefined> = () => Promise.resolve(undefined),
): Router {
  const router = Router();
  const staff = join(folder, 'staff/browser');
  const guest = join(folder, 'guest/browser');
  router.use('/guest', filesOf(guest));
  router.use(filesOf(staff));
  router.get('/{*path}', async (request, response, next) => {
    // A missing file, such as one of an older build, is a 404 rather than the page.
    if (extname(request.path) !== '')
      return sendProblem(response, 404, 'no-such-address', 'There is nothing at this address.');
    const isShop = /^\/shop(\/|$)/.test(request.path);
    const html = await readFile(join(isShop ? guest : staff, 'index.html'), 'utf8').catch(() => undefined);
    if (html === undefined) return next();
    const nonce = String(response.locals['nonce']);
    const described = isShop ? await describe(request).catch(() => undefined) : undefined;
    const page = html.replaceAll('CSP_NONCE', nonce);
    response
      .set('cache-control', 'no-store')
      .type('html')
      .send(described === undefined ? page : withDescription(page, described));
  });
  return router;
}

const filesOf = (folder: string) =>
  expressStaticGzip(folder, {
    index: false,
    enableBrotli: true,
    orderPreference: ['br', 'gz'],
    serveStatic: {
      setHeaders: (response, path) => {
        if (HASHED.test(path)) response.setHeader('cache-control', `public, max-age=${YEAR_SECONDS}, immutable`);
      },
    },
  });

/** The page with a data block that no browser runs, and that no text of the menu can end. */
function withDescription(page: string, json: string): string {
  const block = `<script type="application/ld+json">${json.replaceAll('<', String.raw`\u003c`)}</script>`;
  return page.replace('</head>', () => `${block}</head>`);
}

/** A new nonce for every response, shared by the content security policy and the page. */
export const withNonce: RequestHandler = (_request, response, next) => {
  response.locals['nonce'] = randomBytes(16).toString('base64');
  next();
};
