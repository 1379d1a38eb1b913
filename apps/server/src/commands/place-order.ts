import { createHash } from 'node:crypto';
import {
  cleanNote,
  judgeOrder,
  limitFaultOf,
  type Menu,
  type Order,
  OPEN_PRICE_TAG,
  type OrderLimitFault,
  orderOf,
  type OrderQuote,
  type OrderRequest,
  type OrderSource,
  type Pantry,
  type PlacedOrder,
  type Placement,
  totalFaultOf,
  trustedOrder,
} from '@hearty-ladle/core';
import { clock, now } from '@hearty-ladle/node-runtime';
import { type EntityManager, In } from 'typeorm';
import { AbandonedKeyEntity, OrderEntity, type OrderRow, type StockCountRow } from '../db/entities.ts';
import type { Gate } from '../db/gate.ts';
import type { MenuCache } from '../db/menu-cache.ts';
import { addMovements, flowsOf, loadPantry, lockCounts, withCounts } from '../db/pantry-store.ts';
import type { SoldMenus } from '../db/sold-menus.ts';
import type { PrintQueue } from '../jobs/print-queue.ts';
import { announce } from '../live/announce.ts';
import { checkPin, type PinDependencies } from './check-pin.ts';
import { dishNames, searchText, warningsOf } from './order-texts.ts';
import { storeOrder } from './store-order.ts';
import { rememberTurnedAway } from './turn-away.ts';

export type OrderOutcome =
  | { readonly outcome: 'placed' | 'placed-before'; readonly order: PlacedOrder }
  /** One of the keys in `replaces` had already placed an order, so this request did not place one. */
  | { readonly outcome: 'first-was-placed'; readonly order: PlacedOrder }
  | { readonly outcome: 'refused' | 'costs-otherwise'; readonly quote: OrderQuote }
  | { readonly outcome: 'above-limit'; readonly fault: OrderLimitFault }
  | { readonly outcome: 'pin-too-often'; readonly seconds: number }
  | { readonly outcome: 'key-taken' | 'key-abandoned' | 'may-not-name-prices' | 'no-menu' | 'no-location' };

/** Dependencies of placing an order. */
export interface OrderDependencies extends PinDependencies {
  readonly cache: MenuCache;
  readonly printing: PrintQueue;
  readonly orderGate: Gate;
  readonly soldMenus: SoldMenus;
}

/** Who sends an order: a guest, or a till with its device token. */
export interface OrderSender {
  readonly source: OrderSource;
  readonly device?: string | undefined;
}

/**
 * Places an order: quotes it again and stores the request, quote, tickets and print jobs in one transaction. A key
 * never places two orders: repeating it returns the first answer, and reusing it for a different order is refused. Keys
 * in `replaces` are abandoned and can't place an order later. A total that differs from `seenTotal` is refused. What is
 * taken from stock is written down in the same transaction.
 */
export async function placeOrder(
  dependencies: OrderDependencies,
  key: string,
  request: OrderRequest,
  sender: OrderSender,
): Promise<OrderOutcome> {
  const { database, cache, houseSettings, orderGate, printing, soldMenus } = dependencies;
  const { pin, replaces = [], evenIfShort = false, ...placement } = request;
  const { seenTotal, ...ordered } = placement;
  const keys: RequestKeys = {
    key,
    replaces,
    fingerprint: createHash('sha256').update(JSON.stringify(ordered)).digest('hex'),
  };
  // Checked before anything can be refused, so that a client that lost an answer learns of the placed order whatever
  // has changed since.
  const before = await placedBefore(database.manager, keys);
  if (before) return before;
  const { house } = await houseSettings.read(database.manager);
  const fault = limitFaultOf(placement, house.orders, sender.source === 'shop');
  if (fault) return { outcome: 'above-limit', fault };
  const stored = await cache.current(database.manager);
  if (!stored) return { outcome: 'no-menu' };
  if (stored.menu.locations?.length && placement.location === undefined) return { outcome: 'no-location' };
  if (evenIfShort || namesPrices(stored.menu, placement)) {
    const checked =
      pin === undefined || sender.source === 'shop'
        ? ({ outcome: 'wrong' } as const)
        : await checkPin(dependencies, pin, sender.device);
    if (checked.outcome === 'wrong') return { outcome: 'may-not-name-prices' };
    if (checked.outcome === 'too-often') return { outcome: 'pin-too-often', seconds: checked.seconds };
  }
  const outcome = await orderGate.run(async () => {
    await soldMenus.keep(stored);
    return database.transaction(async (manager): Promise<OrderOutcome> => {
      const earlier = await findEarlierOrder(manager, keys);
      if (earlier) return earlier;
      const order = trustedOrder(stored.menu, orderOf(placement), sender.source, clock);
      const { quote, counts } = await judged(manager, stored.menu, order, evenIfShort);
      if (!quote.ok) {
        await rememberTurnedAway(manager, order, quote);
        return { outcome: 'refused', quote };
      }
      const aboveTotal = totalFaultOf(quote.total, house.orders);
      if (aboveTotal) return { outcome: 'above-limit', fault: aboveTotal };
      if (seenTotal !== undefined && seenTotal !== quote.total) return { outcome: 'costs-otherwise', quote };
      const [name, place] = [placement.name, placement.place].map((text) => cleanNote(text ?? '') || null) as [
        string | null,
        string | null,
      ];
      const warnings = warningsOf(stored.menu, placement);
      const row = {
        key,
        fingerprint: keys.fingerprint,
        request: order,
        quote,
        revision: stored.revision,
        name,
        place,
        dishes: dishNames(stored.menu, order),
        search: searchText(stored.menu, order, quote, [name ?? '', place ?? '', ...warnings]),
      };
      const placed = await storeOrder(manager, printing, row, warnings);
      const flows = flowsOf(quote.takes, counts, order.location);
      await addMovements(manager, flows, { kind: 'sale', by: sender.source, orderId: placed.id });
      if (flows.length > 0) await announce(manager, { type: 'pantry' });
      return { outcome: 'placed', order: placed };
    });
  });
  if (outcome.outcome === 'placed') printing.wake();
  return outcome;
}

/**
 * Judges an order by what is off and on hand, with the counts that it takes from locked until the transaction ends. With
 * `evenIfShort` only what is off by hand counts.
 */
async function judged(
  manager: EntityManager,
  menu: Menu,
  order: Order,
  evenIfShort: boolean,
): Promise<{ readonly quote: OrderQuote; readonly counts: readonly StockCountRow[] }> {
  const pantry = await loadPantry(manager);
  const judge = (now: Pantry) => judgeOrder(menu, evenIfShort ? { ...now, counts: [] } : now, order, clock);
  const first = judge(pantry);
  const counts = pantry.counts?.length ? await lockCounts(manager, first.takes, order.location) : [];
  return { quote: counts.length > 0 ? judge(withCounts(pantry, counts)) : first, counts };
}

/** The request's key, the keys it replaces, and a hash of the order itself (without the seen total and the PIN). */
interface RequestKeys {
  readonly key: string;
  readonly replaces: readonly string[];
  readonly fingerprint: string;
}

/** Finds an order already placed under the key or one that it replaces. */
async function placedBefore(
  manager: EntityManager,
  { key, replaces, fingerprint }: RequestKeys,
): Promise<OrderOutcome | undefined> {
  const orders = await manager.findBy(OrderEntity, { key: In([key, ...replaces]) });
  const same = orders.find((order) => order.key === key);
  if (same)
    return same.fingerprint === fingerprint
      ? { outcome: 'placed-before', order: placed(same) }
      : { outcome: 'key-taken' };
  const [first] = orders;
  return first && { outcome: 'first-was-placed', order: placed(first) };
}

/**
 * Handles all cases that the keys alone decide, and abandons the replaced keys. Locks the keys, so each is decided
 * once.
 */
async function findEarlierOrder(manager: EntityManager, keys: RequestKeys): Promise<OrderOutcome | undefined> {
  const { key, replaces } = keys;
  for (const one of [...new Set([key, ...replaces])].sort())
    await manager.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 0))', [one]);
  const before = await placedBefore(manager, keys);
  if (before) return before;
  if (await manager.existsBy(AbandonedKeyEntity, { key })) return { outcome: 'key-abandoned' };
  const abandoned = replaces.map((replaced) => ({ key: replaced, at: now() }));
  if (abandoned.length > 0)
    await manager.createQueryBuilder().insert().into(AbandonedKeyEntity).values(abandoned).orIgnore().execute();
  return undefined;
}

function placed({ id, number, total }: OrderRow): PlacedOrder {
  return { id, number, total };
}

function namesPrices({ items }: Menu, { lines }: Placement): boolean {
  return lines.some((line) => items.find(({ id }) => id === line.item)?.tags?.includes(OPEN_PRICE_TAG));
}
