import Type from 'typebox';
import { optional } from '../../menu/schema-kit.ts';
import { events, json, routesFor } from '../contract.ts';
import { PlacedOrder, Progress } from '../kitchen.ts';
import { Line, Order } from '../line.ts';
import { LiveEvent } from '../live-event.ts';
import { OrderQuote, Quote } from '../quote.ts';
import { OrderRequest } from '../requests.ts';
import { text, Uuid } from '../schema.ts';
import { StockStanding } from '../stock.ts';
import { EditionNumber, ServedAt, ServedMenu } from '../edition.ts';
import { MenuDocument } from '../workbook.ts';
import { aboveLimit, noMenu, orderRefusals } from './refusals.ts';

const { get, post } = routesFor('shop');

/** What guests may do: read the menu, get prices, order, and follow their order. */
export const shopApi = {
  menu: get('/menu', {
    summary: 'The edition that a location has, with its summary lines; without a location, that of the first one',
    query: { location: optional(Type.String()) },
    responses: { 200: json(ServedMenu) },
    refusals: noMenu,
  }),
  servedAt: get('/edition', {
    summary:
      'Which edition a location has, and the language it is read in: the one asked for if the menu has it, else the ' +
      'first. What to ask before reading the edition itself',
    query: { location: optional(Type.String()), language: optional(Type.String()) },
    responses: { 200: json(ServedAt) },
    refusals: noMenu,
  }),
  edition: get('/editions/:edition/:hash/:language', {
    summary:
      'An edition as a location is served it, in one language. The answer at an address never changes, so that it can ' +
      'be kept by caches for ever; its ETag is the SHA-256 of its bytes',
    params: { edition: EditionNumber, hash: text, language: text },
    query: { location: optional(Type.String()) },
    responses: { 200: json(ServedMenu) },
    refusals: { 404: { when: 'There is no such edition, or it has no such location or language.' } },
  }),
  document: get('/menu/document', {
    summary: 'The menu document that a location has; without a location, that of the first one',
    query: { location: optional(Type.String()) },
    responses: { 200: json(MenuDocument) },
    refusals: noMenu,
  }),
  quote: post('/quote', {
    summary: 'What one dish costs with its answers, what is missing, and what the kitchen would read',
    body: Type.Unsafe<Line>(Line),
    responses: { 200: json(Quote) },
    refusals: noMenu,
  }),
  quoteOrder: post('/order-quote', {
    summary: 'The same for a whole order, with its total',
    body: Type.Unsafe<Order>(Order),
    responses: { 200: json(OrderQuote) },
    refusals: { ...noMenu, 422: aboveLimit },
  }),
  placeOrder: post('/orders', {
    summary: 'Places an order; the same key never places two',
    headers: ['Idempotency-Key'],
    body: OrderRequest,
    responses: { 201: json(PlacedOrder), 200: json(PlacedOrder) },
    refusals: orderRefusals,
  }),
  standing: get('/standing', {
    summary: 'What is sold out at a location, and of what only a few are left',
    query: { location: optional(Type.String()) },
    responses: { 200: json(StockStanding) },
    refusals: { 404: { when: 'There is no menu, or it has no such location.' } },
  }),
  progress: get('/orders/:id/progress', {
    summary: 'The progress of an order: its tickets, and how many are done',
    params: { id: Uuid },
    responses: { 200: json(Progress) },
    refusals: { 404: { when: 'There is no such order.' } },
  }),
  events: get('/events', {
    summary: 'Events: the menu, tickets or stock changed',
    responses: { 200: events(LiveEvent) },
  }),
};
