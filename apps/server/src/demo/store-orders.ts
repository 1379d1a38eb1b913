import { createHash, randomUUID } from 'node:crypto';
import { type Menu, printerAt } from '@hearty-ladle/core';
import type { EntityManager } from 'typeorm';
import { dishNames, searchText } from '../commands/order-texts.ts';
import { MISSED, missedRows, problemsOfStock } from '../commands/turn-away.ts';
import { copyRows } from '../db/copy-rows.ts';
import { OffEntity } from '../db/entities.ts';
import { newRandom } from './random.ts';
import type { InventedOrder, SoldOutEvening } from './orders/generate-orders.ts';
import { type KeptOrder, uuid } from './orders/kept-orders.ts';
import { ledgersOf } from './orders/ledger.ts';

/** The menus that orders were sold from, with their editions. */
export interface SoldFrom {
  readonly before: { readonly menu: Menu; readonly edition: number };
  readonly now: { readonly menu: Menu; readonly edition: number };
}

/** Stores invented orders with their tickets, papers, voids and ledger, as if they had been sold one by one. */
export async function storeInventedOrders(
  manager: EntityManager,
  kept: readonly KeptOrder[],
  { before, now }: SoldFrom,
): Promise<void> {
  const soldFrom = ({ isBefore }: InventedOrder) => (isBefore ? before : now);
  await copyRows(
    manager,
    'orders',
    [
      'id',
      'number',
      'key',
      'fingerprint',
      'placed_at',
      'edition',
      'request',
      'quote',
      'total',
      'due',
      'added_to',
      'round',
      'name',
      'place',
      'dishes',
      'search',
      'guest_token',
    ],
    orderRows(kept, soldFrom),
  );
  await manager.query(`SELECT setval('orders_number_seq', $1)`, [Math.max(...kept.map(({ number }) => number))]);
  const tickets = kept.flatMap((order) => order.tickets.map((ticket) => ({ order, ticket })));
  await copyRows(
    manager,
    'ticket',
    ['id', 'order_id', 'order_number', 'station', 'body', 'sent_at', 'bumped_at', 'version'],
    tickets.map(({ order, ticket: { id, body, sentAt, bumpedAt } }) => [
      id,
      order.id,
      order.number,
      body.station,
      body,
      sentAt,
      bumpedAt,
      1,
    ]),
  );
  await copyRows(
    manager,
    'ticket_event',
    ['ticket_id', 'at', 'what'],
    tickets.flatMap(({ ticket: { id, bumpedAt } }) => (bumpedAt ? [[id, bumpedAt, 'bumped']] : [])),
  );
  await storePrintJobs(manager, tickets);
  await copyRows(
    manager,
    'booking_due',
    ['order_id'],
    kept.flatMap(({ id, addedTo }) => (addedTo === null ? [[id]] : [])),
  );
  await copyRows(
    manager,
    'order_void',
    ['id', 'order_id', 'request_key', 'at', 'by', 'reason', 'stock', 'lines', 'due'],
    kept.flatMap(({ id, voided }) =>
      voided
        ? [[voided.id, id, `demo ${voided.id}`, voided.at, voided.by, voided.reason, 'waste', voided.lines, voided.due]]
        : [],
    ),
  );
}

function* orderRows(
  kept: readonly KeptOrder[],
  soldFrom: (order: InventedOrder) => SoldFrom['now'],
): Generator<readonly unknown[]> {
  const rounds = new Map(kept.flatMap((order) => (order.addedTo === null ? [] : [[order.addedTo, order] as const])));
  const textOf = (order: KeptOrder): string => {
    const { request, quote, name, place } = order;
    const added = rounds.get(order.id);
    return [searchText(soldFrom(order).menu, request, quote, [name ?? '', place ?? '']), added && textOf(added)]
      .filter(Boolean)
      .join(' ');
  };
  for (const order of kept) {
    const { id, number, placedAt, request, quote, name, place, addedTo, round, voided } = order;
    const { menu, edition } = soldFrom(order);
    const fingerprint = createHash('sha256').update(JSON.stringify(request)).digest('hex');
    const sums = [quote.total, voided?.due ?? quote.total];
    const texts = [name, place, dishNames(menu, request), textOf(order)];
    yield [
      id,
      number,
      `demo ${id}`,
      fingerprint,
      placedAt,
      edition,
      request,
      quote,
      ...sums,
      addedTo,
      round,
      ...texts,
      // Made anew each time: what a seed makes can be guessed.
      randomUUID(),
    ];
  }
}

async function storePrintJobs(
  manager: EntityManager,
  tickets: readonly { readonly order: KeptOrder; readonly ticket: KeptOrder['tickets'][number] }[],
): Promise<void> {
  const random = newRandom('printers');
  await copyRows(
    manager,
    'print_job',
    [
      'id',
      'ticket_id',
      'printer',
      'state',
      'copy',
      'doubtful',
      'doubts',
      'attempts',
      'created_at',
      'due_at',
      'printed_at',
    ],
    tickets.map(({ order, ticket: { id, body, sentAt } }) => {
      const printedAt = new Date(sentAt.getTime() + 900 + random() * 1500);
      const printer = printerAt(order.request.location, body.station);
      return [uuid(random), id, printer, 'printed', 0, false, 0, 1, sentAt, sentAt, printedAt];
    }),
  );
}

/** Stores what is on hand, with how it came to be so. */
export async function storeLedgers(
  manager: EntityManager,
  kept: readonly KeptOrder[],
  locations: readonly string[],
): Promise<void> {
  const ledgers = ledgersOf(kept, locations);
  await copyRows(
    manager,
    'stock_count',
    ['key', 'location', 'what', 'on_hand', 'low'],
    ledgers.map(({ key, location, ingredient, low, movements }) => [
      key,
      location,
      { ingredient },
      movements.at(-1)?.onHand ?? 0,
      low,
    ]),
  );
  await copyRows(
    manager,
    'stock_movement',
    ['key', 'location', 'kind', 'quantity', 'on_hand', 'at', 'by', 'reason', 'order_id'],
    ledgers.flatMap(({ key, location, movements }) =>
      movements.map(({ kind, quantity, onHand, at, by, reason, orderId }) => [
        key,
        location,
        kind,
        quantity,
        onHand,
        at,
        by,
        reason,
        orderId,
      ]),
    ),
  );
}

/** Stores the evening on which something ran out, and the orders that were turned away. */
export async function storeSoldOut(
  manager: EntityManager,
  { from, to, location, ingredient }: SoldOutEvening,
  refused: readonly InventedOrder[],
  menu: Menu,
): Promise<void> {
  await manager.insert(OffEntity, {
    id: uuid(newRandom('sold out')),
    requestKey: 'demo sold out',
    what: { ingredient },
    locations: [location],
    until: null,
    reason: 'the delivery did not come',
    since: from,
    by: 'Marisol',
    endedAt: to,
    endedBy: 'Marisol',
    standIns: null,
  });
  await copyRows(
    manager,
    'turned_away',
    ['at', 'location', 'channel', 'total', 'problems'],
    refused.map(({ placedAt, request, quote }) => [
      placedAt,
      request.location ?? '',
      request.channel ?? 'online',
      quote.total,
      problemsOfStock(quote.problems),
    ]),
  );
  await copyRows(
    manager,
    'missed',
    MISSED,
    refused.flatMap(({ request, quote }) => missedRows(menu, request, problemsOfStock(quote.problems), quote.total)),
  );
}
