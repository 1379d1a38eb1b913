import type { ServerResponse } from 'node:http';
import express, { type Express, type Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import helmet from 'helmet';
import { pinoHttp } from 'pino-http';
import type { Config } from './config.ts';
import { checkRoutes } from './http/check-routes.ts';
import { journalRoutes } from './http/journal-routes.ts';
import { kitchenRoutes } from './http/kitchen-routes.ts';
import { menuRoutes } from './http/menu-routes.ts';
import { openApi } from './http/openapi.ts';
import { orderRoutes } from './http/order-routes.ts';
import { pictureRoutes } from './http/picture-routes.ts';
import { pageRoutes, withNonce } from './http/pages.ts';
import { problemHandler, sendProblem } from './http/problem.ts';
import type { Services } from './http/services.ts';
import { tillRoutes } from './http/till-routes.ts';

const nonceOf = (_request: unknown, response: ServerResponse) => `'nonce-${String((response as Response).locals['nonce'])}'`;

/** The application: the API below /api, and the pages everywhere else. */
export function newApp(config: Config, services: Services): Express {
  const app = express();
  app.disable('x-powered-by');
  if (config.logs) app.use(pinoHttp());
  app.use(withNonce);
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          'script-src': ["'self'", nonceOf],
          'style-src': ["'self'", nonceOf],
          'style-src-attr': ["'unsafe-inline'"],
          'img-src': ["'self'", 'data:', 'blob:'],
          // The application is served over plain HTTP on the house's own network.
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use('/api', apiRoutes(services, config.rateLimit));
  app.use(pageRoutes(config.pages));
  app.use(problemHandler);
  return app;
}

function apiRoutes(services: Services, limit: number): express.Router {
  const router = express.Router();
  router.use(
    rateLimit({
      windowMs: 10_000,
      limit,
      standardHeaders: 'draft-8',
      legacyHeaders: false,
      handler: (_request, response) => sendProblem(response, 429, 'too-often', 'That is too many requests; please wait a moment.'),
    }),
  );
  router.get('/events', (_request, response) => services.live.connect(response));
  router.use(pictureRoutes(services));
  router.use(express.json({ limit: '256kb' }));
  router.use(menuRoutes(services));
  router.use(journalRoutes(services));
  router.use(orderRoutes(services));
  router.use(checkRoutes(services));
  router.use(kitchenRoutes(services));
  router.use(tillRoutes(services));
  router.get('/openapi.json', (_request, response) => response.json(openApi()));
  router.use((_request, response) => sendProblem(response, 404, 'no-such-address', 'There is nothing at this address.'));
  return router;
}
