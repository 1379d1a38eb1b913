import { localMinute, type TicketHead } from '@hearty-ladle/core';
import type { OrderRow } from '../db/entities.ts';

const SERVICE_WORDS = { 'dine-in': 'eats here', takeaway: 'takes away', delivery: 'is delivered' } as const;

type Placed = Pick<OrderRow, 'number' | 'placedAt' | 'request' | 'name' | 'place'>;

/** What is written above the dishes of an order's tickets; the time is that of the clock on the wall where it is made. */
export function headOf({ number, placedAt, request, name, place }: Placed, timeZone: string | undefined): Omit<TicketHead, 'station' | 'marks'> {
  const time = localMinute(placedAt, timeZone).slice(11);
  const service = SERVICE_WORDS[request.service ?? request.lines[0]?.service ?? 'dine-in'];
  return { number, time, words: [service, name, place].filter((word) => word !== null && word !== '') as string[] };
}
