import type { IncomingMessage } from 'node:http';
import compression from 'compression';
import express, { type Express } from 'express';
import { pinoHttp } from 'pino-http';
import type { Config } from './config.ts';
import { type Audience, type Route, routeName, ROUTES, workbenchApi } from '@hearty-ladle/core';
import { kitchenRoutes } from './http/device/kitchen-routes.ts';
import { countSheetRoutes, stockRoutes } from './http/device/stock-routes.ts';
import { tillRoutes } from './http/device/till-routes.ts';
import { doorsOf, perAddress, perSignIn } from './http/doors.ts';
import { ownHost, ownPages } from './http/guards.ts';
import { orderListRoutes } from './http/order-list-routes.ts';
import { pageRoutes, withNonce } from './http/pages.ts';
import { MenuDescription } from './queries/menu-description.ts';
import { problemHandler } from './http/problem.ts';
import { publicRoutes } from './http/public/public-routes.ts';
import { sessionRoutes } from './http/public/session-routes.ts';
import { sendProblem } from './http/reply.ts';
import { ResponseChecks } from './http/response-checks.ts';
import { AudienceRouter } from './http/router.ts';
import type { Services } from './http/services.ts';
import { securityHeaders } from './http/security-headers.ts';
import { Sessions } from './http/sessions.ts';
import { shopRoutes } from './http/shop/shop-routes.ts';
import { blankRoutes } from './http/workbench/blank-routes.ts';
import { checkRoutes } from './http/workbench/check-routes.ts';
import { editionRoutes } from './http/workbench/edition-routes.ts';
import { workbenchEvents } from './http/workbench/event-routes.ts';
import { houseRoutes } from './http/workbench/house-routes.ts';
import { menuRoutes } from './http/workbench/menu-routes.ts';
import { peopleRoutes } from './http/workbench/people-routes.ts';
import { pictureRoutes } from './http/workbench/picture-routes.ts';
import { printerRoutes } from './http/workbench/printer-routes.ts';
import { takingsRoutes } from './http/workbench/takings-routes.ts';
import { webhookRoutes } from './http/workbench/webhook-routes.ts';
import { tableRoutes } from './http/workbench/table-routes.ts';
import { log } from './log.ts';

export interface App {
  readonly express: Express;
  /** Every route below /api, with its audience. */
  readonly routes: readonly Route[];
}

/** The application: the API below /api, and the pages everywhere else. */
export function newApp(config: Config, services: Services, isClosing: () => boolean = () => false): App {
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', [...config.trustProxy]);
  app.use(pinoHttp({ logger: log, autoLogging: config.logs, serializers: { req: plainRequest, res: plainResponse } }));
  app.use(ownHost([config.host, ...config.allowedHosts]));
  app.use(withNonce);
  app.use(securityHeaders({ isSecure: isSecure(config) }));
  app.use(
    compression({
      filter: (request, response) =>
        !/event-stream|ndjson/.test(String(response.getHeader('content-type'))) &&
        compression.filter(request, response),
    }),
  );
  const { router, routes } = apiRoutes(config, services, isClosing);
  app.use('/api', router);
  const description = new MenuDescription(services.editions);
  app.use(
    pageRoutes(config.pages, (request) =>
      description.at(config.publicUrl ?? `${request.protocol}://${request.get('host') ?? config.host}`),
    ),
  );
  app.use(problemHandler);
  return { express: app, routes };
}

const isSecure = ({ publicUrl }: Config) => publicUrl?.startsWith('https:') ?? false;

/** Logs neither headers nor query nor body of a request, since they may contain personal data. */
function plainRequest({ id, method, url = '' }: IncomingMessage & { id?: unknown }): object {
  return { id, method, path: url.split('?')[0] };
}

function plainResponse({ statusCode }: { statusCode?: number }): object {
  return { statusCode };
}

/** The public routes that are about who is asking. */
const SESSION_PATHS = ['/session', '/first-owner', '/pair', '/unpair'];

function apiRoutes(config: Config, services: Services, isClosing: () => boolean) {
  const checks = config.checkResponses ? new ResponseChecks() : undefined;
  const sessions = new Sessions(services, { isSecure: isSecure(config) });
  const router = express.Router();
  router.use(ownPages);
  router.use((_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    if (isClosing()) response.set('Connection', 'close');
    next();
  });
  const routes: Route[] = [];
  const session = sessions.middleware();
  const open = (audience: Audience, ...add: ((routes: AudienceRouter, services: Services) => void)[]) => {
    const one = new AudienceRouter(audience, doorsOf(audience, services, sessions), services.judge, checks);
    for (const each of add) each(one, services);
    const path = audience === 'public' ? '/' : `/${audience}`;
    if (audience !== 'public') router.use(path, perAddress(services, audience));
    // Guests have no session, and nothing of theirs is looked up by a cookie.
    if (audience === 'public') router.use([...SESSION_PATHS], perSignIn(), session);
    else if (audience !== 'shop') router.use(path, session);
    router.use(path, one.router);
    routes.push(...one.routes);
  };
  open('shop', shopRoutes);
  open('device', tillRoutes, kitchenRoutes, stockRoutes, countSheetRoutes);
  open(
    'workbench',
    menuRoutes,
    (one) => orderListRoutes(one, services, workbenchApi),
    blankRoutes,
    checkRoutes,
    editionRoutes,
    printerRoutes,
    webhookRoutes,
    takingsRoutes,
    tableRoutes,
    pictureRoutes,
    houseRoutes,
    (one) => peopleRoutes(one, services, sessions),
    workbenchEvents,
  );
  open(
    'public',
    (one) => publicRoutes(one, services, isClosing),
    (one) => sessionRoutes(one, services, sessions),
  );
  const missing = ROUTES.filter((route) => !routes.includes(route));
  if (missing.length > 0) throw new Error(`no handler for ${missing.map(routeName).join(', ')}`);
  router.use((_request, response) =>
    sendProblem(response, 404, 'no-such-address', 'There is nothing at this address.'),
  );
  return { router, routes };
}
