import type { IncomingMessage, ServerResponse } from 'node:http';
import compression from 'compression';
import express, { type Express, type Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import helmet from 'helmet';
import { pinoHttp } from 'pino-http';
import type { Config } from './config.ts';
import { type Audience, type Route, routeName, ROUTES } from '@hearty-ladle/core';
import { kitchenRoutes } from './http/device/kitchen-routes.ts';
import { stockRoutes } from './http/device/stock-routes.ts';
import { tillRoutes } from './http/device/till-routes.ts';
import { ownHost, ownPages } from './http/guards.ts';
import { pageRoutes, withNonce } from './http/pages.ts';
import { problemHandler } from './http/problem.ts';
import { publicRoutes } from './http/public/public-routes.ts';
import { sendProblem } from './http/reply.ts';
import { ResponseChecks } from './http/response-checks.ts';
import { AudienceRouter } from './http/router.ts';
import type { Services } from './http/services.ts';
import { shopRoutes } from './http/shop/shop-routes.ts';
import { checkRoutes } from './http/workbench/check-routes.ts';
import { workbenchEvents } from './http/workbench/event-routes.ts';
import { houseRoutes } from './http/workbench/house-routes.ts';
import { menuRoutes } from './http/workbench/menu-routes.ts';
import { orderListRoutes } from './http/workbench/order-list-routes.ts';
import { pictureRoutes } from './http/workbench/picture-routes.ts';
import { printerRoutes } from './http/workbench/printer-routes.ts';
import { log } from './log.ts';

export interface App {
  readonly express: Express;
  /** Every route below /api, with its audience. */
  readonly routes: readonly Route[];
}

const nonceOf = (_request: unknown, response: ServerResponse) =>
  `'nonce-${String((response as Response).locals['nonce'])}'`;

/** The application: the API below /api, and the pages everywhere else. */
export function newApp(config: Config, services: Services, isClosing: () => boolean = () => false): App {
  const app = express();
  app.disable('x-powered-by');
  app.use(pinoHttp({ logger: log, autoLogging: config.logs, serializers: { req: plainRequest, res: plainResponse } }));
  app.use(ownHost([config.host, ...config.allowedHosts]));
  app.use(withNonce);
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          'script-src': ["'self'", nonceOf],
          'style-src': ["'self'", nonceOf],
          'style-src-attr': ["'unsafe-inline'"],
          'img-src': ["'self'", 'data:', 'blob:'],
          // The application is served over plain HTTP on the restaurant's own network.
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(
    compression({
      filter: (request, response) =>
        !/event-stream|ndjson/.test(String(response.getHeader('content-type'))) &&
        compression.filter(request, response),
    }),
  );
  const { router, routes } = apiRoutes(config, services, isClosing);
  app.use('/api', router);
  app.use(pageRoutes(config.pages));
  app.use(problemHandler);
  return { express: app, routes };
}

/** Logs neither headers nor query nor body of a request, since they may contain personal data. */
function plainRequest({ id, method, url = '' }: IncomingMessage & { id?: unknown }): object {
  return { id, method, path: url.split('?')[0] };
}

function plainResponse({ statusCode }: { statusCode?: number }): object {
  return { statusCode };
}

function apiRoutes({ checkResponses }: Config, services: Services, isClosing: () => boolean) {
  const checks = checkResponses ? new ResponseChecks() : undefined;
  const router = express.Router();
  router.use(ownPages);
  router.use((_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    if (isClosing()) response.set('Connection', 'close');
    next();
  });
  const routes: Route[] = [];
  const open = (audience: Audience, ...add: ((routes: AudienceRouter, services: Services) => void)[]) => {
    const one = new AudienceRouter(audience, services.judge, checks);
    for (const each of add) each(one, services);
    const path = audience === 'public' ? '/' : `/${audience}`;
    if (audience !== 'public') router.use(path, limited(services, audience));
    router.use(path, one.router);
    routes.push(...one.routes);
  };
  open('shop', shopRoutes);
  open('device', tillRoutes, kitchenRoutes, stockRoutes);
  open(
    'workbench',
    menuRoutes,
    orderListRoutes,
    checkRoutes,
    printerRoutes,
    pictureRoutes,
    houseRoutes,
    workbenchEvents,
  );
  open('public', (one) => publicRoutes(one, services, isClosing));
  const missing = ROUTES.filter((route) => !routes.includes(route));
  if (missing.length > 0) throw new Error(`no handler for ${missing.map(routeName).join(', ')}`);
  router.use((_request, response) =>
    sendProblem(response, 404, 'no-such-address', 'There is nothing at this address.'),
  );
  return { router, routes };
}

/** Limits the requests per address and ten seconds, as configured in the settings. */
function limited({ houseSettings }: Services, audience: Exclude<Audience, 'public'>) {
  return rateLimit({
    windowMs: 10_000,
    limit: () => houseSettings.latest.rates[audience],
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: (_request, response) =>
      sendProblem(response, 429, 'too-often', 'That is too many requests; please wait a moment.'),
  });
}
