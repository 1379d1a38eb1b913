import { deviceApi } from '@hearty-ladle/core';
import { changeCount, moveStock, putBack, type StockRefusal, takeOff } from '../../commands/change-stock.ts';
import { pauseOrdering, setStockThing } from '../../commands/set-stock-thing.ts';
import { ledgerDays, ledgerOf } from '../../queries/ledger.ts';
import { pantryAt, wholePantry } from '../../queries/pantry.ts';
import { ok, type Problem, problem, reply } from '../reply.ts';
import type { AudienceRouter } from '../router.ts';
import type { Services } from '../services.ts';
import { notAllowed } from '../actor.ts';
import { BUSY_WITH_TABLES } from '../busy-with-tables.ts';

const SHEET_MS = 30_000;
const NOT_THERE = problem(404, 'no-location', 'There is no menu, or it has no such location.');

/** The 86 board and the pantry: everybody who works here reads; shift leads change. */
export function stockRoutes(routes: AudienceRouter, services: Services): void {
  const { database, stockGate } = services;

  routes.handle(deviceApi.pantry, async ({ query }) => {
    const now = await pantryAt(services, query.location);
    return now ? ok(now) : NOT_THERE;
  });

  routes.handle(deviceApi.ledger, async ({ query }) => ok(await ledgerOf(database, query.what, query.location ?? '')));

  routes.handle(deviceApi.ledgerDays, async ({ query }) =>
    ok(await ledgerDays(services, query.what, query.location ?? '')),
  );

  routes.handle(deviceApi.setThing, async ({ body }) => {
    const refused = await stockGate.run(() => setStockThing(services, body));
    return refused ? refusal(refused) : ok({});
  });

  routes.handle(deviceApi.pause, async ({ body, actor }) => {
    if (!actor.may('take-off', body.location)) return notAllowed('take-off');
    const paused = await stockGate.run(() => pauseOrdering(services, body, actor.by));
    return typeof paused === 'string' ? refusal(paused) : ok(paused);
  });

  routes.handle(deviceApi.takeOff, async ({ key, body, actor }) => {
    const places: readonly (string | undefined)[] = body.locations?.length ? body.locations : [undefined];
    if (!places.every((place) => actor.may('take-off', place))) return notAllowed('take-off');
    const taken = await stockGate.run(() => takeOff(services, key, body, actor.by));
    return typeof taken === 'string' ? refusal(taken) : reply(201, taken);
  });

  routes.handle(deviceApi.putBack, async ({ params, actor }) => {
    const refused = await stockGate.run(() => putBack(services, params.id, actor.by, actor.places('take-off')));
    if (refused === 'not-allowed') return notAllowed('take-off');
    return refused ? problem(404, refused, 'Nothing is off by this id.') : ok({ id: params.id });
  });

  routes.handle(deviceApi.move, async ({ key, body, actor }) => {
    if (!actor.may('count-stock', body.location)) return notAllowed('count-stock');
    const moved = await stockGate.run(() => moveStock(services, key, body, actor.by));
    return typeof moved === 'string' ? refusal(moved) : reply(201, moved);
  });

  routes.handle(deviceApi.setCount, async ({ body, actor }) => {
    if (!actor.may('count-stock', body.location)) return notAllowed('count-stock');
    const refused = await stockGate.run(() => changeCount(services, body, actor.by));
    return refused ? refusal(refused) : ok({});
  });
}

/** The counts of a location as a sheet, out and back; nothing is changed by either. */
export function countSheetRoutes(routes: AudienceRouter, { database, editions, tableWork }: Services): void {
  const about = async (location: string | undefined) => {
    const served = await editions.served(location);
    const pantry = await wholePantry(database);
    return served && { menu: served.menu, at: { pantry, ...(location !== undefined && { location }) } };
  };

  routes.handle(deviceApi.countSheet, async ({ query: { location, file }, actor }) => {
    if (!actor.may('count-stock', location)) return notAllowed('count-stock');
    const found = await about(location);
    if (!found) return NOT_THERE;
    if (tableWork.isFull) return BUSY_WITH_TABLES;
    return ok(await tableWork.writeCounts(found.menu, found.at, file, AbortSignal.timeout(SHEET_MS)));
  });

  routes.handle(deviceApi.readCountSheet, async ({ body, actor }) => {
    if (!actor.may('count-stock', body.location)) return notAllowed('count-stock');
    const found = await about(body.location);
    if (!found) return NOT_THERE;
    if (tableWork.isFull) return BUSY_WITH_TABLES;
    return ok(await tableWork.readCounts(found.menu, found.at, body, AbortSignal.timeout(SHEET_MS)));
  });
}

function refusal(code: StockRefusal): Problem {
  switch (code) {
    case 'unknown-thing':
      return problem(422, code, 'The menu has no such dish, choice, ingredient or combination any more.');
    case 'unknown-location':
      return problem(422, code, 'The menu has no such location.');
    case 'bad-quantity':
      return problem(422, code, 'A quantity has three decimals at most.');
    case 'too-much':
      return problem(422, code, 'More than a million can’t be counted.');
    case 'not-counted':
      return problem(404, code, 'It is not counted there.');
  }
}
