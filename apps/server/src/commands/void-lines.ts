import { randomUUID } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import {
  givenBack,
  keyOfWhat,
  leftOfLine,
  type Places,
  quoteRemains,
  reaches,
  type Takes,
  toThousandths,
  type VoidAnswer,
  type VoidedLine,
  voidedByLine,
  type VoidRequest,
  voidTickets,
  withStandIns,
  withVoided,
} from '@hearty-ladle/core';
import { clock, now } from '@hearty-ladle/node-runtime';
import { type DataSource, type EntityManager, In } from 'typeorm';
import {
  OrderEntity,
  type OrderRow,
  OrderVoidEntity,
  StockCountEntity,
  StockMovementEntity,
  TicketEntity,
} from '../db/entities.ts';
import { addMovements, type Flow } from '../db/pantry-store.ts';
import type { Editions } from '../db/editions.ts';
import { bookAgain } from '../db/sold-rows.ts';
import type { PrintQueue } from '../jobs/print-queue.ts';
import { announce } from '../live/announce.ts';
import { sendTickets } from './store-order.ts';
import { tellVoided } from './tell-programs.ts';
import { addToTrail, type Doer } from './trail.ts';

/** `not-left`: more is voided than is left of a line; `no-menu`: the menu it was sold from is not kept any more. */
export type VoidRefusal = 'no-order' | 'not-left' | 'key-taken' | 'not-allowed';

interface VoidDependencies {
  readonly database: DataSource;
  readonly printing: PrintQueue;
  readonly editions: Editions;
}

/**
 * Voids lines of a round, or a part of their quantities. In one transaction: what is left is quoted again on its own menu
 * and at its own time, stock goes back to the counts that it was taken from (and from there into waste, if asked), the
 * stations that read the lines get a loud ticket, and the tickets sent before say what was voided. A key does it once;
 * used for something else, it is refused.
 */
export async function voidLines(
  { database, printing, editions }: VoidDependencies,
  key: string,
  id: string,
  { lines, reason, stock }: VoidRequest,
  { places, ...doer }: Doer & { readonly places: Places },
): Promise<VoidAnswer | VoidRefusal> {
  const by = doer.by ?? '';
  const answer = await database.transaction(async (manager): Promise<VoidAnswer | VoidRefusal> => {
    const order = await manager.findOne(OrderEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
    if (!order) return 'no-order';
    if (!reaches(places, order.request.location)) return 'not-allowed';
    const before = await manager.findBy(OrderVoidEntity, { orderId: id });
    const same = before.find(({ requestKey }) => requestKey === key);
    const isSame = same && isDeepStrictEqual([same.lines, same.reason, same.stock], [lines, reason, stock]);
    if (same) return isSame ? { id, total: order.total, due: same.due } : 'key-taken';
    if (await manager.existsBy(OrderVoidEntity, { requestKey: key })) return 'key-taken';
    const voided = before.flatMap((one) => one.lines);
    if (!isLeft(order, voided, lines)) return 'not-left';
    const menu = withStandIns(await editions.soldOn(order), order.standIns ?? []);
    const remains = quoteRemains(menu, order.request, voided, clock);
    const after = quoteRemains(menu, order.request, [...voided, ...lines], clock);
    await manager.insert(OrderVoidEntity, {
      id: randomUUID(),
      orderId: id,
      requestKey: key,
      at: now(),
      by,
      reason,
      stock,
      lines: lines as VoidedLine[],
      due: after.total,
    });
    await manager.update(OrderEntity, { id }, { due: after.total });
    await bookAgain(manager, id);
    await giveBack(manager, order, remains.takes, after.takes, { by, reason, isWaste: stock === 'waste' });
    const byLine = voidedByLine(order.request, [...voided, ...lines]);
    for (const ticket of await manager.findBy(TicketEntity, { orderId: id }))
      if (!ticket.body.isVoid)
        await manager.update(
          TicketEntity,
          { id: ticket.id },
          { body: withVoided(ticket.body, order.quote, byLine) as never, version: ticket.version + 1 },
        );
    const round = order.round > 1 && { round: order.round };
    const tickets = voidTickets(order.quote, lines, reason).map((ticket) => ({ ...ticket, ...round }));
    await sendTickets(manager, printing, order, tickets);
    await tellVoided(manager, menu, id, { reason, lines });
    await addToTrail(manager, 'order-voided', doer, `order ${order.number}`);
    return { id, total: order.total, due: after.total };
  });
  if (typeof answer !== 'string') printing.wake();
  return answer;
}

function isLeft({ request }: OrderRow, voided: readonly VoidedLine[], lines: readonly VoidedLine[]): boolean {
  const gone = voidedByLine(request, voided);
  const asked = voidedByLine(request, lines);
  return lines.every(({ line }) => (asked[line] ?? Infinity) <= leftOfLine(request, line, gone[line] ?? 0));
}

interface Why {
  readonly by: string;
  readonly reason: string;
  readonly isWaste: boolean;
}

/** Gives back what an order took, to the counts that it was taken from, as far as they are still kept. */
async function giveBack(
  manager: EntityManager,
  { id }: OrderRow,
  before: Takes,
  after: Takes,
  { by, reason, isWaste }: Why,
): Promise<void> {
  const back = new Map(
    givenBack(before, after).map(({ what, quantity }) => [keyOfWhat(what), toThousandths(quantity)]),
  );
  if (back.size === 0) return;
  const taken = await takenFrom(manager, id, [...back.keys()]);
  const flows = taken.flatMap(({ key, location, quantity }): Flow[] => {
    const given = Math.min(quantity, back.get(key) ?? 0);
    back.set(key, (back.get(key) ?? 0) - given);
    return given > 0 ? [{ key, location, quantity: given }] : [];
  });
  if (flows.length === 0) return;
  await addMovements(manager, flows, { kind: 'void', by, reason, orderId: id });
  if (isWaste) {
    const wasted = flows.map((flow) => ({ ...flow, quantity: -flow.quantity }));
    await addMovements(manager, wasted, { kind: 'waste', by, reason, orderId: id });
  }
  await announce(manager, { type: 'pantry' });
}

/** What an order took and has not given back, by count; the counts are locked in the order in which orders lock them. */
async function takenFrom(manager: EntityManager, orderId: string, keys: readonly string[]): Promise<Flow[]> {
  const movements = await manager.findBy(StockMovementEntity, { orderId, key: In(keys), kind: In(['sale', 'void']) });
  const places = [...new Set(movements.map(({ location }) => location))];
  if (places.length === 0) return [];
  const counts = await manager
    .createQueryBuilder(StockCountEntity, 'count')
    .where('count.key IN (:...keys) AND count.location IN (:...places)', { keys, places })
    .orderBy('count.key')
    .addOrderBy('count.location')
    .setLock('pessimistic_write')
    .getMany();
  return counts.map(({ key, location }) => ({
    key,
    location,
    quantity: -movements
      .filter((movement) => movement.key === key && movement.location === location)
      .reduce((sum, { quantity }) => sum + quantity, 0),
  }));
}
