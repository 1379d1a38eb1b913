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
  type Placement,
  type Places,
  reaches,
  totalFaultOf,
  trustedOrder,
  withStandIns,
} from '@hearty-ladle/core';
import { clock } from '@hearty-ladle/node-runtime';
import type { DataSource, EntityManager } from 'typeorm';
import type { HouseSettings } from '../db/house-settings.ts';
import type { StockCountRow } from '../db/entities.ts';
import type { Gate } from '../db/gate.ts';
import type { Editions } from '../db/editions.ts';
import {
  addMovements,
  flowsOf,
  loadStock,
  lockCounts,
  pantryOf,
  standInsThere,
  withCounts,
} from '../db/pantry-store.ts';
import type { PrintQueue } from '../jobs/print-queue.ts';
import { announce } from '../live/announce.ts';
import { asRound, firstRound, nextRound, warningsBefore } from './add-round.ts';
import { type EarlierOrder, findEarlierOrder, keysOf, placedBefore, type StoredOrder } from './order-keys.ts';
import { dishNames, searchText, warningsOf } from './order-texts.ts';
import { pauseAt } from '../queries/pantry.ts';
import { storeOrder } from './store-order.ts';
import { addToTrail, type Doer } from './trail.ts';
import { tellPlaced } from './tell-programs.ts';
import { rememberTurnedAway } from './turn-away.ts';

export type OrderOutcome =
  | { readonly outcome: 'placed'; readonly order: StoredOrder }
  | EarlierOrder
  | { readonly outcome: 'refused' | 'costs-otherwise'; readonly quote: OrderQuote }
  | { readonly outcome: 'above-limit'; readonly fault: OrderLimitFault }
  /** Online ordering is paused at the location. */
  | { readonly outcome: 'paused'; readonly until: Date }
  /** `no-order`: there is none that the round could be added to. */
  | { readonly outcome: 'may-not-name-prices' | 'no-menu' | 'no-location' | 'no-order' };

/** Dependencies of placing an order. */
export interface OrderDependencies {
  readonly database: DataSource;
  readonly houseSettings: HouseSettings;
  readonly printing: PrintQueue;
  readonly orderGate: Gate;
  readonly editions: Editions;
}

/** Who sends an order: a guest, or a till with whoever works at it. */
export interface OrderSender {
  readonly source: OrderSource;
  readonly doer: Doer;
  /** Where an open price may be named, and what is short be sold. */
  readonly pricesAt: Places;
}

/**
 * Places an order: quotes it again and stores the request, quote, tickets and print jobs in one transaction. A key
 * never places two orders: repeating it returns the first answer, and reusing it for a different order is refused. Keys
 * in `replaces` are abandoned and can't place an order later. A total that differs from `seenTotal` is refused. What is
 * taken from stock is written down in the same transaction. With `addTo` it becomes a round of an order that was sent.
 */
export async function placeOrder(
  dependencies: OrderDependencies,
  key: string,
  request: OrderRequest,
  sender: OrderSender,
): Promise<OrderOutcome> {
  const { database, editions, houseSettings, orderGate, printing } = dependencies;
  const { replaces = [], evenIfShort = false, addTo, ...sent } = request;
  const { seenTotal, ...ordered } = sent;
  const keys = keysOf(key, replaces, addTo === undefined ? ordered : { ...ordered, addTo });
  // Checked before anything can be refused, so that a client that lost an answer learns of the placed order whatever
  // has changed since.
  const before = await placedBefore(database.manager, keys);
  if (before) return before;
  const first = addTo === undefined ? undefined : await firstRound(database.manager, addTo, sender.source);
  if (first === null) return { outcome: 'no-order' };
  const placement = first ? asRound(sent, first) : sent;
  const { house } = await houseSettings.read(database.manager);
  const fault = limitFaultOf(placement, house.orders, sender.source === 'shop');
  if (fault) return { outcome: 'above-limit', fault };
  const served = await editions.served(placement.location);
  if (!served) return { outcome: 'no-menu' };
  if (served.menu.locations?.length && placement.location === undefined) return { outcome: 'no-location' };
  const pause = sender.source === 'shop' ? await pauseAt(database.manager, placement.location) : undefined;
  if (pause) return { outcome: 'paused', until: pause.until };
  const isPriceNamed = namesPrices(served.menu, placement);
  if ((evenIfShort || isPriceNamed) && (sender.source === 'shop' || !reaches(sender.pricesAt, placement.location)))
    return { outcome: 'may-not-name-prices' };
  const outcome = await orderGate.run(() =>
    database.transaction(async (manager): Promise<OrderOutcome> => {
      const earlier = await findEarlierOrder(manager, keys);
      if (earlier) return earlier;
      // Before any count is locked: a void locks the order first too.
      const added = first && { addedTo: first.id, number: first.number, round: await nextRound(manager, first) };
      const order = trustedOrder(served.menu, orderOf(placement), sender.source, clock);
      const { quote, counts, standIns } = await judged(manager, served.menu, order, evenIfShort);
      if (!quote.ok) {
        await rememberTurnedAway(manager, served.menu, order, quote);
        return { outcome: 'refused', quote };
      }
      const aboveTotal = totalFaultOf(quote.total, house.orders);
      if (aboveTotal) return { outcome: 'above-limit', fault: aboveTotal };
      if (seenTotal !== undefined && seenTotal !== quote.total) return { outcome: 'costs-otherwise', quote };
      const [name, place] = [placement.name, placement.place].map((text) => cleanNote(text ?? '') || null) as [
        string | null,
        string | null,
      ];
      const warnings = [
        ...new Set([...warningsOf(served.menu, placement), ...(first ? await warningsBefore(manager, first) : [])]),
      ];
      const row = {
        key,
        fingerprint: keys.fingerprint,
        request: order,
        quote,
        edition: served.edition,
        name,
        place,
        dishes: dishNames(served.menu, order),
        search: searchText(served.menu, order, quote, [name ?? '', place ?? '', ...warnings]),
        ...added,
        standIns: standIns.length > 0 ? standIns : null,
      };
      const placed = await storeOrder(manager, printing, row, warnings);
      await tellPlaced(manager, served.menu, placed.id);
      const flows = flowsOf(quote.takes, counts, order.location);
      await addMovements(manager, flows, { kind: 'sale', by: sender.source, orderId: placed.id });
      if (flows.length > 0) await announce(manager, { type: 'pantry' });
      const about = `order ${placed.number}`;
      if (isPriceNamed) await addToTrail(manager, 'price-named', sender.doer, about);
      if (evenIfShort) await addToTrail(manager, 'sold-short', sender.doer, about);
      return { outcome: 'placed', order: placed };
    }),
  );
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
): Promise<{ readonly quote: OrderQuote; readonly counts: readonly StockCountRow[]; readonly standIns: string[] }> {
  const stock = await loadStock(manager);
  const pantry = pantryOf(stock);
  const standIns = standInsThere(menu, stock, order.location);
  const served = withStandIns(menu, standIns);
  const judge = (now: Pantry) => judgeOrder(served, evenIfShort ? { ...now, counts: [] } : now, order, clock);
  const first = judge(pantry);
  const counts = pantry.counts?.length ? await lockCounts(manager, first.takes, order.location) : [];
  return { quote: counts.length > 0 ? judge(withCounts(pantry, counts)) : first, counts, standIns };
}

function namesPrices({ items }: Menu, { lines }: Placement): boolean {
  return lines.some((line) => items.find(({ id }) => id === line.item)?.tags?.includes(OPEN_PRICE_TAG));
}
