import { localMinute, type TicketHead } from '@hearty-ladle/core';
import type { OrderRow } from '../db/entities.ts';

const SERVICE_WORDS = { 'dine-in': 'eats here', takeaway: 'takes away', delivery: 'is delivered' } as const;

type Placed = Pick<OrderRow, 'number' | 'placedAt' | 'request' | 'name' | 'place'>;

/** The lines above the dishes of a ticket; times are local to the order's location. */
export function headOf(
  { number, placedAt, request, name, place }: Placed,
  timeZone: string | undefined,
): Omit<TicketHead, 'station' | 'marks' | 'amountWords'> {
  const time = localTime(placedAt, timeZone);
  const service = SERVICE_WORDS[request.service ?? request.lines[0]?.service ?? 'dine-in'];
  return { number, time, words: [service, name, place].filter((word) => word !== null && word !== '') as string[] };
}

/** `HH:MM` on the clock of a location, else on this machine's. */
export function localTime(at: Date, timeZone: string | undefined): string {
  return localMinute(at, timeZone).slice(11);
}
