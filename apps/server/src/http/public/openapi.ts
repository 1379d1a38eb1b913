import { Line, Order, OrderRequest } from '@hearty-ladle/core';

/** Schemas refer to each other by `#/$defs/…`; in OpenAPI these become components. */
function component(schema: object): object {
  const { $id: _id, $schema: _schema, $defs: _defs, ...shape } = JSON.parse(JSON.stringify(schema)) as Record<string, unknown>;
  return JSON.parse(JSON.stringify(shape).replaceAll('#/$defs/', '#/components/schemas/')) as object;
}

const json = (schema: object) => ({ content: { 'application/json': { schema } } });
const ref = (name: string) => ({ $ref: `#/components/schemas/${name}` });
const problem = (description: string) => ({ description, content: { 'application/problem+json': { schema: ref('Problem') } } });
const id = { name: 'id', in: 'path', required: true, schema: { type: 'string', format: 'uuid' } };
const object = (properties: object) => ({ type: 'object', properties });
const integer = { type: 'integer' };

const BAD = { 400: problem('The request does not have the expected form; every fault with its path.'), 413: problem('More than 256 kB.'), 429: problem('Too many requests.') };

/** The public API as OpenAPI 3.1: the request schemas are the very ones that the server checks with. */
export function openApi(): object {
  return {
    openapi: '3.1.0',
    info: { title: 'Hearty Ladle: ordering', version: '1', description: 'Quotes and orders, as the shop uses them: channel, time, price list, kind of guest and what is sold out are the server’s, whatever a request says. Money is in minor units of the menu’s currency.' },
    servers: [{ url: '/api' }],
    paths: {
      '/shop/menu/document': { get: { summary: 'The menu that is served', responses: { 200: { description: 'The menu document', ...json({ type: 'object' }) } } } },
      '/shop/quote': { post: { summary: 'What one dish costs as it is answered, what is missing, what the kitchen would read', requestBody: { required: true, ...json(ref('Line')) }, responses: { 200: { description: 'The quote', ...json(ref('Quote')) }, ...BAD } } },
      '/shop/order-quote': { post: { summary: 'The same for a whole order', requestBody: { required: true, ...json(ref('Order')) }, responses: { 200: { description: 'The quote of every line, and the total', ...json({ type: 'object' }) }, ...BAD } } },
      '/shop/orders': {
        post: {
          summary: 'Places an order; the same key never makes two',
          parameters: [{ name: 'Idempotency-Key', in: 'header', required: true, schema: { type: 'string', pattern: '^[\\x21-\\x7e]{8,100}$' } }],
          requestBody: { required: true, ...json(ref('OrderRequest')) },
          responses: {
            201: { description: 'Placed', ...json(ref('PlacedOrder')) }, 200: { description: 'Placed before with this key: the same answer', ...json(ref('PlacedOrder')) },
            403: problem('A dish whose price is named needs the word of a person who may.'), 409: problem('It comes to another total than `seenTotal`, which is there as `total`; or an order that it replaces has arrived after all, and is there; or another order took its place.'),
            422: problem('The order can’t be placed; its problems say why; or the key was used for another order.'), ...BAD,
          },
        },
      },
      '/shop/orders/{id}/progress': { get: { summary: 'How far an order is', parameters: [id], responses: { 200: { description: 'Tickets, and how many of them are done', ...json(object({ number: integer, total: integer, tickets: integer, bumped: integer })) }, 404: problem('There is no such order.') } } },
      '/health': { get: { summary: 'Whether the process answers', responses: { 200: { description: 'It does', ...json(object({ status: { type: 'string' } })) } } } },
      '/ready': { get: { summary: 'Whether it can serve: the database answers', responses: { 200: { description: 'It can', ...json(object({ status: { type: 'string' } })) }, 503: problem('It can’t just now.') } } },
      '/shop/events': { get: { summary: 'Server-sent events: the menu changed, tickets moved', responses: { 200: { description: 'A stream', content: { 'text/event-stream': { schema: { type: 'string' } } } } } } },
    },
    components: {
      schemas: {
        Line: component(Line), Order: component(Order), OrderRequest: component(OrderRequest), Pick: component(Line.$defs.Pick),
        PlacedOrder: object({ id: { type: 'string', format: 'uuid' }, number: integer, total: integer }),
        Quote: object({ ok: { type: 'boolean' }, problems: { type: 'array', items: { type: 'object' } }, price: object({ base: integer, each: integer, once: integer, unit: integer, line: integer, parts: { type: 'array', items: { type: 'object' } } }) }),
        Problem: { ...object({ type: { type: 'string' }, title: { type: 'string' }, status: integer }), description: 'A problem document (RFC 9457).' },
      },
    },
  };
}
