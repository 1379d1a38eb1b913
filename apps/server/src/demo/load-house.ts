import { randomUUID } from 'node:crypto';
import {
  applyUnchecked,
  businessDayEnd,
  type Edit,
  invert,
  localMinute,
  type Menu,
  type StoredMenu,
  type Workbook,
} from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import type { EntityManager } from 'typeorm';
import { JournalEntity, OffEntity, ParkedOrderEntity, PictureEntity } from '../db/entities.ts';
import { loadMenu, replaceMenu, storeChange } from '../db/menu-store.ts';
import { publishEverywhere } from '../db/edition-store.ts';
import { AHEAD } from './house/ahead.ts';
import { beforeTheRaise, demoHouse } from './house/house.ts';
import { generateOrders, RAISED_DAYS_AGO } from './orders/generate-orders.ts';
import { keptOrders } from './orders/kept-orders.ts';
import { DAY_MS } from './orders/times.ts';
import { withPictures } from './pictures/draw.ts';
import { withSalesOn } from './sales.ts';
import { storeShelves } from './shelves.ts';
import { type SoldFrom, storeInventedOrders, storeLedgers, storeSoldOut } from './store-orders.ts';

const SEED = 'Quillfen Kitchen';
/** Orders that are tried; those that the menu doesn't allow at their moment are left out. */
const TRIED = 8_800;
const WHO = 'Marisol';
/** The first edition was published so long before the prices were raised, which is before the first order. */
const BEFORE_THE_RAISE_DAYS = 60;
const READY_MINUTES = { 'dine-in': 15, takeaway: 20, delivery: 45 };

/** Loads the demo: its menu with pictures, six weeks of orders that end now, and what is on hand. */
export async function loadHouse(manager: EntityManager, count = TRIED): Promise<void> {
  const moment = now();
  const { house, pictures } = await withPictures(withSalesOn(demoHouse()));
  await manager.upsert(PictureEntity, pictures, ['id']);
  const sold = await storeMenus(manager, house, new Date(moment.getTime() - RAISED_DAYS_AGO * DAY_MS));
  const menus = { before: sold.before.menu, now: sold.now.menu };
  const { orders, soldOut } = generateOrders(menus, { seed: SEED, now: moment, count });
  const kept = keptOrders(
    orders.filter(({ quote }) => quote.ok),
    menus,
    moment,
  );
  await storeInventedOrders(manager, kept, sold);
  await storeSoldOut(
    manager,
    soldOut,
    orders.filter(({ quote }) => !quote.ok),
    house,
  );
  await storeLedgers(
    manager,
    kept,
    (house.locations ?? []).map(({ id }) => id),
  );
  await storeShelves(manager, house);
  await storeWhatIsGoingOn(manager, house, moment);
  await manager.query(`UPDATE house SET version = version + 1, body = coalesce(body, '{}') || $1`, [
    JSON.stringify({ ready: READY_MINUTES }),
  ]);
}

/** Stores the menu as it was, then the change that raised its prices as a change of that day; each was published. */
async function storeMenus(manager: EntityManager, house: Workbook, raisedAt: Date): Promise<SoldFrom> {
  const { before, raise } = beforeTheRaise(house);
  await replaceMenu(manager, before);
  const first = (await loadMenu(manager)) as StoredMenu;
  const stored = await storeStep(manager, first, { label: 'Prices of four dishes raised', at: raisedAt, ...raise });
  const opened = await publishEverywhere(manager, first.menu, {
    ...{ name: 'Autumn menu', by: WHO, revision: first.revision },
    at: new Date(raisedAt.getTime() - BEFORE_THE_RAISE_DAYS * DAY_MS),
  });
  const raised = await publishEverywhere(manager, stored.menu, {
    ...{ name: 'New prices', by: WHO, revision: stored.revision },
    at: raisedAt,
  });
  await storeDraftAhead(manager, stored, now());
  return { before: { menu: first.menu, edition: opened.number }, now: { menu: stored.menu, edition: raised.number } };
}

/** Stores a change with its entry in the journal. */
async function storeStep(
  manager: EntityManager,
  before: StoredMenu,
  { label, at, edits }: { readonly label: string; readonly at: Date; readonly edits: readonly Edit[] },
): Promise<StoredMenu> {
  const change = { edits };
  const { stored, touched } = await storeChange(manager, before, applyUnchecked(before.menu, change), change, WHO);
  const made = { ...{ at, by: WHO, label, revision: stored.revision, touched }, undoes: null };
  const values = { change: change as never, inverse: invert(before.menu, change) as never };
  await manager.insert(JournalEntity, { ...made, ...values, requestId: null, fingerprint: null });
  return stored;
}

/** Works on the draft ahead of what is served, in the last hours. */
async function storeDraftAhead(manager: EntityManager, served: StoredMenu, moment: Date): Promise<void> {
  let draft = served;
  for (const [i, { label, edits }] of AHEAD.entries()) {
    const at = new Date(moment.getTime() - (AHEAD.length - i) * 40 * 60_000);
    draft = await storeStep(manager, draft, { label, at, edits: edits(draft.menu) });
  }
}

/** What is off right now, and an order on hold at the till. */
async function storeWhatIsGoingOn(manager: EntityManager, { locations = [] }: Menu, moment: Date): Promise<void> {
  const [location] = locations;
  if (!location) return;
  await manager.insert(OffEntity, {
    id: randomUUID(),
    requestKey: randomUUID(),
    what: { choice: 'toppings/seaweed' },
    locations: [location.id],
    until: businessDayEnd(location, localMinute(moment, location.timeZone)),
    reason: null,
    since: new Date(moment.getTime() - 50 * 60_000),
    by: WHO,
    endedAt: null,
    endedBy: null,
    standIns: null,
  });
  await manager.insert(ParkedOrderEntity, {
    id: randomUUID(),
    label: 'Odile, comes back at the door',
    request: {
      location: location.id,
      service: 'takeaway',
      lines: [
        {
          item: 'leaf-pot',
          picks: [
            { group: 'leaf', choice: 'smoke' },
            { group: 'milk', choice: 'none' },
            { group: 'strength', choice: 'usual' },
          ],
        },
      ],
    },
    parkedAt: new Date(moment.getTime() - 9 * 60_000),
    key: null,
    reservedBy: null,
    reservedUntil: null,
    takenAt: null,
  });
}
