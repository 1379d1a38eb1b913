import {
  givenBack,
  type IngredientUse,
  type Menu,
  type OrderTicket,
  quoteRemains,
  type Takes,
  voidedByLine,
  type VoidedLine,
  voidTickets,
  withVoided,
} from '@hearty-ladle/core';
import { between, newRandom, type Random } from '../random.ts';
import type { InventedOrder } from './generate-orders.ts';

const MINUTE_MS = 60_000;
/** One order in so many is added to, or has a line voided. */
const ROUND_EVERY = 90;
const VOID_EVERY = 110;
const ROUND_WITHIN_MS = 45 * MINUTE_MS;
/** How long the stations take, in minutes, at best and at worst. */
const MINUTES: Readonly<Record<string, readonly [number, number]>> = {
  kettles: [5, 13],
  griddle: [6, 16],
  cold: [2, 7],
  tea: [2, 6],
  pass: [9, 19],
};
const REASONS = ['changed their mind', 'wrong table', 'dropped on the way', 'rung up twice'];

interface KeptTicket {
  readonly id: string;
  readonly body: OrderTicket;
  readonly sentAt: Date;
  readonly bumpedAt: Date | null;
}

interface KeptVoid {
  readonly id: string;
  readonly at: Date;
  readonly by: string;
  readonly reason: string;
  readonly lines: readonly VoidedLine[];
  readonly due: number;
  /** What went back to the counts, and from there into the bin. */
  readonly wasted: readonly IngredientUse[];
}

/** A sold order as the house keeps it: numbered, with its tickets, as a round of an earlier one or with a void. */
export interface KeptOrder extends InventedOrder {
  readonly id: string;
  readonly number: number;
  readonly round: number;
  readonly addedTo: string | null;
  readonly tickets: readonly KeptTicket[];
  readonly voided: KeptVoid | undefined;
}

/** Numbers orders and gives them tickets that were bumped in time, rounds and voids. `now`: when the demo opens. */
export function keptOrders(
  orders: readonly InventedOrder[],
  menus: { readonly before: Menu; readonly now: Menu },
  now: Date,
): KeptOrder[] {
  const random = newRandom('kitchen');
  const kept: KeptOrder[] = [];
  let number = 0;
  for (const [i, order] of orders.entries()) {
    const first = i % ROUND_EVERY === 0 ? roundOf(kept, order) : undefined;
    if (!first) number++;
    const own = {
      ...order,
      ...(first && { place: first.place, name: first.name }),
      id: uuid(random),
      number: first?.number ?? number,
      round: first ? 2 : 1,
      addedTo: first?.id ?? null,
    };
    const isVoided =
      i % VOID_EVERY === 7 &&
      order.request.lines.length > 1 &&
      order.placedAt.getTime() < now.getTime() - 5 * MINUTE_MS;
    const voided = isVoided ? voidOf(random, own, order.isBefore ? menus.before : menus.now) : undefined;
    kept.push({ ...own, voided, tickets: ticketsOf(random, own, voided, now) });
  }
  return kept;
}

/** The order of a table nearby in time that this one can be added to. */
function roundOf(kept: readonly KeptOrder[], { request, placedAt }: InventedOrder): KeptOrder | undefined {
  return request.service === 'dine-in'
    ? kept.findLast(
        (one) =>
          one.round === 1 &&
          one.request.service === 'dine-in' &&
          one.request.location === request.location &&
          placedAt.getTime() - one.placedAt.getTime() < ROUND_WITHIN_MS,
      )
    : undefined;
}

function voidOf(random: Random, { request, quote, placedAt }: InventedOrder, menu: Menu): KeptVoid {
  const lines = [{ line: request.lines.length - 1, quantity: 1 }];
  const remains = quoteRemains(menu, request, lines, () => request.at ?? '');
  return {
    id: uuid(random),
    at: new Date(placedAt.getTime() + between(random, 1, 4) * MINUTE_MS),
    by: 'Marisol',
    reason: REASONS[between(random, 0, REASONS.length - 1)] ?? '',
    lines,
    due: remains.total,
    wasted: wastedBetween(quote.takes, remains.takes),
  };
}

function wastedBetween(before: Takes, after: Takes): IngredientUse[] {
  return givenBack(before, after).flatMap(({ what, quantity }) =>
    'ingredient' in what ? [{ ingredient: what.ingredient, quantity }] : [],
  );
}

function ticketsOf(
  random: Random,
  { quote, request, placedAt, round }: Omit<KeptOrder, 'tickets' | 'voided'>,
  voided: KeptVoid | undefined,
  now: Date,
): KeptTicket[] {
  const ofRound = round > 1 && { round };
  const sent = quote.tickets.map((ticket) => ({
    body: { ...(voided ? withVoided(ticket, quote, voidedByLine(request, voided.lines)) : ticket), ...ofRound },
    sentAt: placedAt,
  }));
  const taken = voided
    ? voidTickets(quote, voided.lines, voided.reason).map((body) => ({
        body: { ...body, ...ofRound },
        sentAt: voided.at,
      }))
    : [];
  return [...sent, ...taken].map(({ body, sentAt }) => {
    const [least, most] = MINUTES[body.station] ?? [4, 12];
    const bumpedAt = new Date(sentAt.getTime() + (least + random() * (most - least)) * MINUTE_MS);
    return { id: uuid(random), body, sentAt, bumpedAt: bumpedAt < now ? bumpedAt : null };
  });
}

/** A version 4 UUID (RFC 9562) from the generator, so that the same seed makes the same house. */
export function uuid(random: Random): string {
  const hex = Array.from({ length: 32 }, () => Math.floor(random() * 16).toString(16));
  hex[12] = '4';
  hex[16] = (8 + Math.floor(random() * 4)).toString(16);
  return hex.join('').replace(/^(.{8})(.{4})(.{4})(.{4})/, '$1-$2-$3-$4-');
}
