import Type from 'typebox';
import { optional } from '../../menu/schema-kit.ts';
import { events, json, routesFor } from '../contract.ts';
import { ServedMenu, Showing } from '../edition.ts';
import { ParkedOrder, PassTicket, PlacedOrder, Printer, VoidAnswer } from '../kitchen.ts';
import { Line, Order } from '../line.ts';
import { LiveEvent } from '../live-event.ts';
import { Placement } from '../placement.ts';
import { OrderQuote, Quote } from '../quote.ts';
import { Acting, PinTry, SignedIn } from '../people.ts';
import { NoBody, OrderRequest, Reservation, VoidRequest } from '../requests.ts';
import { many, nullable, object, text, Timestamp, Uuid } from '../schema.ts';
import {
  CountChange,
  HeldCount,
  HeldOff,
  Movement,
  MovementRequest,
  OffRequest,
  PantryNow,
  PauseRequest,
  StockDay,
  StockThing,
} from '../stock.ts';
import { countSheetApi } from './count-sheet.ts';
import { oneOrder, orderList } from './order-list.ts';
import { aboveLimit, noMenu, orderRefusals } from './refusals.ts';

const { get, post } = routesFor('device');
const id = { id: Uuid };
const noTicket = { 404: { when: 'There is no such ticket.' } };
const Bumped = object({ id: Uuid, bumpedAt: nullable(Timestamp) });
/** The location's id; without it, what holds for every location. */
const atLocation = { location: optional(text) };
const takenElsewhere = { when: 'The order was taken at another till.' };

/** What tills and the pass may do. */
export const deviceApi = {
  menu: get('/menu', {
    action: 'read-menu',
    summary: 'The edition that a location has, with its summary lines; without a location, that of the first one',
    query: atLocation,
    responses: { 200: json(ServedMenu) },
    refusals: noMenu,
  }),
  showing: post('/showing', {
    action: 'read-menu',
    summary: 'Tells which edition a page shows',
    body: Showing,
    responses: { 200: json(object({})) },
  }),
  quote: post('/quote', {
    action: 'take-orders',
    summary: 'What one dish costs with its answers',
    body: Type.Unsafe<Line>(Line),
    responses: { 200: json(Quote) },
    refusals: noMenu,
  }),
  quoteOrder: post('/order-quote', {
    action: 'take-orders',
    summary: 'What an order costs',
    body: Type.Unsafe<Order>(Order),
    responses: { 200: json(OrderQuote) },
    refusals: { ...noMenu, 422: aboveLimit },
  }),
  placeOrder: post('/orders', {
    action: 'take-orders',
    summary: 'Places an order; the same key never places two',
    headers: ['Idempotency-Key', 'X-Acting-As'],
    body: OrderRequest,
    responses: { 201: json(PlacedOrder), 200: json(PlacedOrder) },
    refusals: orderRefusals,
  }),
  voidLines: post('/orders/:id/voids', {
    action: 'void-orders',
    summary: 'Voids lines of a round that was sent, or a part of their quantities; the same key does it once',
    params: id,
    headers: ['Idempotency-Key', 'X-Acting-As'],
    body: VoidRequest,
    responses: { 201: json(VoidAnswer) },
    refusals: { 404: { when: 'There is no such order.' }, 422: { when: 'More is voided than is left of a line.' } },
  }),
  parked: get('/parked', {
    action: 'take-orders',
    summary: 'Orders on hold, oldest first',
    responses: { 200: json(many(ParkedOrder)) },
  }),
  park: post('/parked', {
    action: 'take-orders',
    summary: 'Puts an order on hold; the same key does it once',
    headers: ['Idempotency-Key'],
    body: Type.Unsafe<Placement>(Placement),
    responses: { 201: json(object({ id: Uuid, label: text })) },
  }),
  reserve: post('/parked/:id/reserve', {
    action: 'take-orders',
    summary: 'Reserves an order on hold for one till, and returns it',
    params: id,
    body: Reservation,
    responses: { 200: json(Type.Unsafe<Placement>(Placement)) },
    refusals: { 404: takenElsewhere },
  }),
  confirm: post('/parked/:id/confirm', {
    action: 'take-orders',
    summary: 'Confirms that the till has the reserved order',
    params: id,
    body: Reservation,
    responses: { 200: json(object(id)) },
    refusals: { 409: takenElsewhere },
  }),
  people: get('/people', {
    action: 'read-menu',
    summary: 'The people who may act with a PIN at the device’s location',
    responses: { 200: json(many(SignedIn)) },
  }),
  forget: post('/pin/forget', {
    action: 'read-menu',
    summary: 'Forgets the PIN that was entered here',
    headers: ['X-Acting-As'],
    body: NoBody,
    responses: { 200: json(object({})) },
  }),
  orders: get('/orders', { action: 'see-orders', summary: 'Orders, newest first, as in the workbench', ...orderList }),
  order: get('/orders/:id', { action: 'see-orders', summary: 'An order with everything known about it', ...oneOrder }),
  pin: post('/pin', {
    action: 'read-menu',
    summary: 'Checks the PIN of a person, who may then act at this device for a short time',
    body: PinTry,
    responses: { 200: json(Acting) },
    refusals: { 403: { when: 'The PIN is wrong.' } },
  }),
  tickets: get('/tickets', {
    action: 'see-tickets',
    summary: 'Open tickets, and those bumped in the last half hour; oldest first',
    responses: { 200: json(many(PassTicket)) },
  }),
  bump: post('/tickets/:id/bump', {
    action: 'work-tickets',
    summary: 'Marks a ticket as done',
    params: id,
    body: NoBody,
    responses: { 200: json(Bumped) },
    refusals: noTicket,
  }),
  recall: post('/tickets/:id/recall', {
    action: 'work-tickets',
    summary: 'Brings a bumped ticket back',
    params: id,
    body: NoBody,
    responses: { 200: json(Bumped) },
    refusals: noTicket,
  }),
  reprint: post('/tickets/:id/reprint', {
    action: 'work-tickets',
    summary: 'Prints a ticket again, marked as a reprint',
    params: id,
    body: NoBody,
    responses: { 202: json(object(id)) },
    refusals: { ...noTicket, 409: { when: 'The station has no printer.' } },
  }),
  pantry: get('/pantry', {
    action: 'read-menu',
    summary: 'What is off, what is counted, and what follows from both at a location',
    query: atLocation,
    responses: { 200: json(PantryNow) },
    refusals: { 404: { when: 'There is no menu, or it has no such location.' } },
  }),
  takeOff: post('/offs', {
    action: 'take-off',
    summary: '86s things here or everywhere, for a time or until they are put back; the same key does it once',
    headers: ['Idempotency-Key', 'X-Acting-As'],
    body: OffRequest,
    responses: { 201: json(many(HeldOff)) },
    refusals: { 422: { when: 'The menu has no such thing or no such location.' } },
  }),
  putBack: post('/offs/:id/end', {
    action: 'take-off',
    summary: 'Puts something back that was 86’d',
    params: id,
    headers: ['X-Acting-As'],
    body: NoBody,
    responses: { 200: json(object(id)) },
    refusals: { 404: { when: 'Nothing is off by this id.' } },
  }),
  move: post('/movements', {
    action: 'count-stock',
    summary: 'A delivery, a count, waste or a correction; the same key does it once',
    headers: ['Idempotency-Key', 'X-Acting-As'],
    body: MovementRequest,
    responses: { 201: json(many(HeldCount)) },
    refusals: { 422: { when: 'The menu has no such thing or no such location; or a quantity is not understood.' } },
  }),
  setCount: post('/counts', {
    action: 'count-stock',
    summary: 'Sets the low mark of something that is counted, or stops counting it',
    headers: ['X-Acting-As'],
    body: CountChange,
    responses: { 200: json(object({})) },
    refusals: { 404: { when: 'It is not counted there.' } },
  }),
  ...countSheetApi,
  setThing: post('/stock-things', {
    action: 'count-stock',
    summary: 'Sets where something of stock stands, and in which cases it is delivered',
    headers: ['X-Acting-As'],
    body: StockThing,
    responses: { 200: json(object({})) },
    refusals: { 422: { when: 'The menu has no such thing; or a quantity is not understood.' } },
  }),
  pause: post('/pause', {
    action: 'take-off',
    summary: 'Pauses online ordering for some minutes, or takes orders again',
    headers: ['X-Acting-As'],
    body: PauseRequest,
    responses: { 200: json(object({ until: nullable(Timestamp) })) },
    refusals: { 422: { when: 'The menu has no such location.' } },
  }),
  ledgerDays: get('/ledger/days', {
    action: 'read-menu',
    summary: 'What was used of one thing at a location and what was left, day by day for four weeks, oldest first',
    query: { ...atLocation, what: text },
    responses: { 200: json(many(StockDay)) },
  }),
  ledger: get('/ledger', {
    action: 'read-menu',
    summary: 'The latest movements of one thing at a location, newest first',
    query: { ...atLocation, what: text },
    responses: { 200: json(many(Movement)) },
  }),
  printers: get('/printers', {
    action: 'see-tickets',
    summary: 'The printers and their health',
    responses: { 200: json(many(Printer)) },
  }),
  events: get('/events', {
    action: 'read-menu',
    summary: 'Events: the menu, tickets, printers, stock or orders on hold changed',
    responses: { 200: events(LiveEvent) },
  }),
};
