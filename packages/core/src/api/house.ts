import type { Static } from 'typebox';
import { int } from '../menu/schema-kit.ts';
import { OrderLimits } from './order-limits.ts';
import { count, object } from './schema.ts';

/** Minutes until an order is ready, by service, as guests are told; 0: they are not told. */
export const ReadyMinutes = object({ 'dine-in': int(0, 600), takeaway: int(0, 600), delivery: int(0, 600) });

/** The live settings: one record, effective at once in every server process, not part of the menu or its history. */
export const House = object({
  orders: OrderLimits,
  /** Requests allowed per address and ten seconds, by audience. */
  rates: object({ shop: int(10, 1_000_000_000), device: int(10, 1_000_000_000), workbench: int(10, 1_000_000_000) }),
  /**
   * Wrong PINs before a pause, and the length of the first pause; each further pause is twice as long. A PIN is forgotten
   * after so many seconds without use, and after each order.
   */
  pin: object({ tries: int(1, 20), pauseSeconds: int(10, 3_600), forgetSeconds: int(10, 3_600) }),
  /** Days after which data is deleted; names and notes of guests are blanked in their orders. */
  retention: object({ parkedOrderDays: int(1, 30), paperDays: int(1, 365), guestDays: int(1, 3_650) }),
  pictures: object({ maxMegabytes: int(1, 100_000) }),
  /** Guests are told how many portions are left from this number down; 0: never. */
  stock: object({ few: int(0, 100) }),
  ready: ReadyMinutes,
  /** So many orders in so many minutes are a rush, in which it is asked before publishing; 0 orders: never. */
  rush: object({ orders: int(0, 10_000), minutes: int(1, 240) }),
});
export type House = Static<typeof House>;

export const DEFAULT_HOUSE: House = {
  orders: { maxLines: 60, maxGuestQuantity: 20, maxTotal: 1_000_000 },
  rates: { shop: 600, device: 1_000, workbench: 1_000 },
  pin: { tries: 5, pauseSeconds: 60, forgetSeconds: 90 },
  retention: { parkedOrderDays: 2, paperDays: 14, guestDays: 90 },
  pictures: { maxMegabytes: 500 },
  stock: { few: 5 },
  ready: { 'dine-in': 0, takeaway: 0, delivery: 0 },
  rush: { orders: 12, minutes: 15 },
};

/** New settings, based on the version that was read. */
export const HouseChange = object({ version: int(0, Number.MAX_SAFE_INTEGER), house: House });
export type HouseChange = Static<typeof HouseChange>;

const stored = { version: count, house: House };
/** The settings and their version. */
export const StoredHouse = object(stored);
export type StoredHouse = Static<typeof StoredHouse>;

/** Number and disk space of all pictures, and of those that nothing uses. */
export const PictureUse = object({ pictures: count, bytes: count, unused: count, unusedBytes: count });
export type PictureUse = Static<typeof PictureUse>;

/** The current settings, and the disk space that pictures take. */
export const HouseNow = object({ ...stored, pictures: PictureUse });
export type HouseNow = Static<typeof HouseNow>;
