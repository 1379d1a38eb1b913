import { keyOfWhat, toThousandths } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import type { EntityManager } from 'typeorm';
import { StockCountEntity, StockMovementEntity } from '../db/entities.ts';
import { DAY_MS } from './orders/times.ts';

const WHERE = 'steps';

/** What was sold of each in the last days, oldest first, what is on hand when the demo opens, and from when it is low. */
const COUNTED = [
  { ingredient: 'butter', sold: [310, 290, 405, 380, 520, 610, 340], onHand: 2_000, low: 500 },
  { ingredient: 'oat-milk', sold: [900, 1_100, 750, 1_300, 1_650, 1_900, 1_200], onHand: 6_000, low: 2_000 },
  { ingredient: 'groundnut', sold: [60, 75, 40, 90, 110, 130, 95], onHand: 600, low: 800 },
];
/** The pantry of the small house: a week of sales of what is counted. */
export async function storeSmallStock(manager: EntityManager): Promise<void> {
  for (const { ingredient, sold, onHand, low } of COUNTED) {
    const at = { key: keyOfWhat({ ingredient }), location: WHERE };
    const count = { what: { ingredient }, onHand: toThousandths(onHand), low: toThousandths(low) };
    await manager.insert(StockCountEntity, { ...at, ...count });
    const begin = onHand + sold.reduce((sum, quantity) => sum + quantity, 0);
    const flows = [
      { kind: 'count' as const, by: 'Marisol', quantity: begin },
      ...sold.map((quantity) => ({ kind: 'sale' as const, by: 'till', quantity: -quantity })),
    ];
    let left = 0;
    for (const [i, { kind, by, quantity }] of flows.entries()) {
      left += quantity;
      const movement = { kind, by, quantity: toThousandths(quantity), onHand: toThousandths(left) };
      const when = new Date(now().getTime() - (flows.length - i) * DAY_MS);
      await manager.insert(StockMovementEntity, {
        ...at,
        ...movement,
        at: when,
        reason: null,
        orderId: null,
        requestKey: null,
      });
    }
  }
}
