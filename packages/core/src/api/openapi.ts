import type { TProperties } from 'typebox';
import { Menu } from '../menu/document.ts';
import { ChangeRequest } from './change.ts';
import {
  addressOf,
  type Audience,
  type Content,
  type HeaderName,
  type Refusal,
  refusalsOf,
  type Route,
} from './contract.ts';
import { House } from './house.ts';
import { ListedOrder, OpenedOrder, ParkedOrder, PassTicket, PlacedOrder, Printer } from './kitchen.ts';
import { Context, definitions, Line, Order } from './line.ts';
import { LiveEvent } from './live-event.ts';
import { Placement } from './placement.ts';
import { problemFields } from './problem.ts';
import { OrderQuote, Part, Problem, Quote } from './quote.ts';
import { OrderRequest } from './requests.ts';
import { APIS, ROUTES } from './routes/index.ts';
import { object } from './schema.ts';
import { WebhookMessage } from './webhooks.ts';
import { WorkbookDocument } from './workbook.ts';

/** Schemas that are described once, by name; others are written where they are used. */
const NAMED: Readonly<Record<string, object>> = {
  Menu,
  Workbook: WorkbookDocument,
  Line,
  Order,
  OrderRequest,
  Placement,
  Context,
  ChangeRequest,
  Quote,
  OrderQuote,
  Problem,
  Part,
  PlacedOrder,
  ListedOrder,
  OpenedOrder,
  ParkedOrder,
  PassTicket,
  Printer,
  House,
  LiveEvent,
  WebhookMessage,
};
const DEFINITIONS: Readonly<Record<string, object>> = {
  ...(Menu as { readonly $defs?: Record<string, object> }).$defs,
  ...definitions.$defs,
};

const AUDIENCES: Readonly<Record<Audience, string>> = {
  shop: 'Guests: channel, time, price list, kind of guest and what is sold out are the server’s, whatever a request says.',
  device: 'Tills and the pass.',
  workbench: 'The operator’s workbench.',
  public: 'For anybody.',
};
const HEADERS: Readonly<Record<HeaderName, object>> = {
  'Idempotency-Key': {
    required: true,
    schema: { type: 'string', pattern: '^[\\x21-\\x7e]{8,100}$' },
    description: 'Chosen by the client; a repeated request with the same key has the same effect as one.',
  },
  'X-Acting-As': {
    schema: { type: 'string' },
    description: 'What a PIN was answered with: the request is made as that person, not as the device alone.',
  },
};

/** The description of every route as OpenAPI 3.1, generated from the contracts that both sides use. */
export function openApi(): Record<string, unknown> {
  const paths: Record<string, Record<string, object>> = {};
  for (const route of ROUTES) {
    const path = addressOf(route)
      .slice('/api'.length)
      .replace(/:(\w+)/g, '{$1}');
    paths[path] = { ...paths[path], [route.method]: operationOf(route) };
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Hearty Ladle',
      version: '1',
      description: 'Menus, quotes, orders and the kitchen. Money is in minor units of the menu’s currency.',
    },
    servers: [{ url: '/api' }],
    tags: Object.entries(AUDIENCES).map(([name, description]) => ({ name, description })),
    paths,
    webhooks: webhooksOf(),
    components: { schemas: componentsOf(), securitySchemes: SIGNED_IN },
  };
}

/** The cookies that a person and a device are known by. */
const SIGNED_IN = {
  person: cookie('session', 'Set by `post /session`.'),
  device: cookie('device', 'Set by `post /pair`.'),
};

function cookie(name: string, description: string): object {
  const about = `${description} Where the house is reached without TLS: \`ladle-${name}\`.`;
  return { type: 'apiKey', in: 'cookie', name: `__Host-ladle-${name}`, description: about };
}

/** Audience and name of a route: `shopQuote`. */
function operationIdOf(route: Route): string {
  const [name = ''] = Object.entries(APIS[route.audience]).find(([, one]) => one === route) ?? [];
  return route.audience + name.charAt(0).toUpperCase() + name.slice(1);
}

/** What the house sends to other programs. */
function webhooksOf(): object {
  const headers = {
    'webhook-id': 'The same at every try of a message.',
    'webhook-timestamp': 'Seconds since 1970-01-01 at this try.',
    'webhook-signature': 'v1, and the HMAC-SHA256 of id, timestamp and body, each before a full stop, in base64.',
  };
  const parameters = Object.entries(headers).map(([name, description]) => ({
    ...{ name, in: 'header', required: true, description, schema: { type: 'string' } },
  }));
  return {
    message: {
      post: {
        summary: 'An order was placed or voided, or an edition was published; signed as Standard Webhooks says',
        parameters,
        requestBody: { required: true, content: contentOf({ type: 'application/json', schema: WebhookMessage }) },
        responses: { '2XX': { description: 'It arrived; with anything else it is sent again, for a day.' } },
      },
    },
  };
}

function operationOf(route: Route): object {
  const parameters = [
    ...parametersOf('path', route.params),
    ...parametersOf('query', route.query),
    ...(route.headers ?? []).map((name) => ({ name, in: 'header', ...HEADERS[name] })),
  ];
  const answers = Object.entries(route.responses).map(([status, content]): [string, object] => [
    status,
    { description: 'Done', content: contentOf(content) },
  ]);
  const refusals = Object.entries(refusalsOf(route)).map(([status, refusal]): [string, object] => [
    status,
    refusalOf(refusal),
  ]);
  return {
    operationId: operationIdOf(route),
    tags: [route.audience],
    ...(route.action !== undefined && {
      security: route.audience === 'device' ? [{ person: [] }, { device: [] }] : [{ person: [] }],
      description: `For whoever may: ${route.action}.`,
    }),
    summary: route.summary,
    ...(parameters.length > 0 && { parameters }),
    ...(route.body !== undefined && {
      requestBody: {
        required: true,
        content:
          route.body === 'picture' ? { 'image/*': {} } : contentOf({ type: 'application/json', schema: route.body }),
      },
    }),
    responses: Object.fromEntries([...answers, ...refusals]),
  };
}

function parametersOf(place: 'path' | 'query', properties: TProperties = {}): object[] {
  return Object.entries(properties).map(([name, schema]) => ({
    name,
    in: place,
    required: place === 'path',
    schema: written(schema),
  }));
}

function contentOf(content: Content): object {
  return { [content.type]: 'schema' in content ? { schema: written(content.schema) } : {} };
}

function refusalOf({ when, fields }: Refusal): object {
  return {
    description: when,
    content: { 'application/problem+json': { schema: written(object({ ...problemFields, ...fields })) } },
  };
}

function componentsOf(): Record<string, unknown> {
  const named = Object.entries(NAMED).map(([name, schema]) => [name, plain(fieldsOf(schema))]);
  return Object.fromEntries([
    ...Object.entries(DEFINITIONS).map(([name, schema]) => [name, plain(fieldsOf(schema))]),
    ...named,
  ]);
}

const NAMES = new Map(Object.entries(NAMED).map(([name, schema]) => [schema, name]));

/** A schema as the description has it: named ones become references. */
function written(schema: unknown): unknown {
  const name = NAMES.get(schema as object);
  return name === undefined ? plain(fieldsOf(schema)) : { $ref: `#/components/schemas/${name}` };
}

function fieldsOf(schema: unknown): unknown {
  if (typeof schema !== 'object' || schema === null || Array.isArray(schema)) return schema;
  return Object.fromEntries(
    Object.entries(schema).filter(([key]) => key !== '$id' && key !== '$defs' && !key.startsWith('~')),
  );
}

function plain(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(written);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, inner]) => [
      key,
      key === '$ref' ? String(inner).replace('#/$defs/', '#/components/schemas/') : written(inner),
    ]),
  );
}
