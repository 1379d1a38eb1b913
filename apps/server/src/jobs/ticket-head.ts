import type { TicketHead } from '@hearty-ladle/core';
import type { OrderRow } from '../db/entities.ts';

const SERVICE_WORDS = { 'dine-in': 'eats here', takeaway: 'takes away', delivery: 'is delivered' } as const;

/** What is written above the dishes of an order's tickets. */
export function headOf({ number, placedAt, request, name, place }: Pick<OrderRow, 'number' | 'placedAt' | 'request' | 'name' | 'place'>): Omit<TicketHead, 'station' | 'marks'> {
  const time = placedAt.toTimeString().slice(0, 5);
  const service = SERVICE_WORDS[request.service ?? request.lines[0]?.service ?? 'dine-in'];
  return { number, time, words: [service, name, place].filter((word) => word !== null && word !== '') as string[] };
}
