import { brokenPromises, documentOf, LineCheck, promisesOf } from '@hearty-ladle/core';
import { parseMenuDocument } from '@hearty-ladle/core/validation';
import { request } from '../testing/signed-in.ts';
import { describe, expect, it } from 'vitest';
import { countsBesideTheirLedger } from '../jobs/housekeeping.ts';
import { openHouse } from '../testing/test-house.ts';
import { beforeTheRaise, demoHouse } from './house/house.ts';
import { generateOrders } from './orders/generate-orders.ts';
import { keptOrders } from './orders/kept-orders.ts';
import { ledgersOf } from './orders/ledger.ts';
import { DISH_SCENES } from './pictures/dish-scenes.ts';

const NOW = new Date('2026-03-14T12:40:00Z');
const house = demoHouse();
const menus = { before: beforeTheRaise(house).before, now: house };
const sold = (count: number) => {
  const { orders } = generateOrders(menus, { seed: 'test', now: NOW, count });
  return keptOrders(
    orders.filter(({ quote }) => quote.ok),
    menus,
    NOW,
  );
};

describe('the demo', () => {
  it('is a valid menu in two languages, in which nobody gets stuck', () => {
    const document = documentOf(house);
    expect(parseMenuDocument(JSON.parse(JSON.stringify(document)))).toMatchObject({ ok: true });
    const findings = new LineCheck().check(house, {}, () => '2026-03-14T12:40');
    expect(brokenPromises(house, promisesOf(house), () => '2026-03-14T12:40')).toEqual([]);
    expect(promisesOf(house).length).toBe(3);
    expect(findings.filter(({ severity, code }) => severity === 'stop' || code === 'missing-translation')).toEqual([]);
  });

  it('is the same for the same seed and moment, pictures included', () => {
    expect(sold(300)).toEqual(sold(300));
    expect(Object.values(DISH_SCENES).map((draw) => draw())).toEqual(Object.values(DISH_SCENES).map((draw) => draw()));
    const other = generateOrders(menus, { seed: 'another', now: NOW, count: 300 });
    expect(other.orders.map(({ request }) => request)).not.toEqual(sold(300).map(({ request }) => request));
  });

  it('sells every dish but what is rare, with rounds, voids and tickets that hang', () => {
    const orders = sold(3_000);
    const dishes = new Set(orders.flatMap(({ request }) => request.lines.map(({ item }) => item)));
    const unsold = house.items.filter(({ id, sections }) => !dishes.has(id) && sections?.[0] !== 'gather');
    expect(unsold.map(({ id }) => id)).toEqual([]);
    expect(orders.some(({ round }) => round === 2)).toBe(true);
    expect(
      orders.some(
        ({ voided }) => voided && voided.due < (orders.find((one) => one.voided === voided)?.quote.total ?? 0),
      ),
    ).toBe(true);
    const hanging = orders.filter(({ tickets }) => tickets.some(({ bumpedAt }) => bumpedAt === null));
    expect(hanging.length).toBeGreaterThan(2);
    expect(hanging.every(({ placedAt }) => NOW.getTime() - placedAt.getTime() < 30 * 60_000)).toBe(true);
  });

  it('leaves ledgers whose every step adds up, and that never fall below nothing', () => {
    for (const { movements } of ledgersOf(sold(600), ['steps', 'millrace'])) {
      let onHand = 0;
      for (const movement of movements) {
        onHand += movement.quantity;
        expect(movement.onHand).toBe(onHand);
        expect(onHand).toBeGreaterThanOrEqual(0);
      }
    }
  });

  it('is read by the application like any house', async () => {
    const opened = await openHouse();
    try {
      await opened.loadDemo(200);
      const { address } = await opened.openServer();
      const { body } = await request(address).get('/api/workbench/orders').expect(200);
      const orders = body as { id: string; number: number }[];
      expect(orders.length).toBe(50);
      const opensOrder = request(address).get(`/api/workbench/orders/${orders[0]?.id ?? ''}`);
      expect((await opensOrder.expect(200)).body).toMatchObject({ number: orders[0]?.number });
      expect(await countsBesideTheirLedger(opened.database)).toEqual([]);
    } finally {
      await opened.close();
    }
  });
});
