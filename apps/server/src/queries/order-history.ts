import { type OrderEvent, stationOfPrinter } from '@hearty-ladle/core';
import type { OrderRow, OrderVoidRow, PrintJobRow, TicketRow } from '../db/entities.ts';
import type { TicketEventRow } from '../db/ticket-event-entity.ts';

/** What happened to an order: rounds, voids, bumps and prints, oldest first. */
export function historyOf(
  rounds: readonly OrderRow[],
  voids: readonly OrderVoidRow[],
  tickets: readonly TicketRow[],
  jobs: readonly PrintJobRow[],
  bumps: readonly TicketEventRow[],
): OrderEvent[] {
  const stations = new Map(tickets.map(({ id, station }) => [id, station]));
  const numbers = new Map(rounds.map(({ id, round }) => [id, round]));
  const events: OrderEvent[] = [
    ...rounds.map(({ placedAt, round }) => ({ at: placedAt.toISOString(), what: 'placed', round }) as const),
    ...voids.map(
      ({ at, orderId, by, reason, stock }) =>
        ({ at: at.toISOString(), what: 'voided', round: numbers.get(orderId) ?? 1, by, reason, stock }) as const,
    ),
    ...bumps.map(({ at, what, ticketId }) => ({ at: at.toISOString(), what, station: stations.get(ticketId) ?? '' })),
    ...jobs.flatMap(({ printedAt, ticketId, printer, copy, doubtful }) =>
      printedAt
        ? [
            {
              at: printedAt.toISOString(),
              what: 'printed',
              station: stations.get(ticketId) ?? '',
              printer: stationOfPrinter(printer),
              copy,
              doubtful,
            } as const,
          ]
        : [],
    ),
    ...jobs.flatMap(({ state, dueAt, ticketId, printer, copy, fault }) =>
      state === 'stopped'
        ? [
            {
              at: dueAt.toISOString(),
              what: 'not-printed',
              station: stations.get(ticketId) ?? '',
              printer: stationOfPrinter(printer),
              copy,
              fault: fault ?? '',
            } as const,
          ]
        : [],
    ),
  ];
  return events.sort((a, b) => a.at.localeCompare(b.at));
}
