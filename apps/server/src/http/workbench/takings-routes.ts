import { type Places, type ReplayLine, type TakingsFilter, withTriedPrices, workbenchApi } from '@hearty-ladle/core';
import { storedMenu } from '../../queries/menu.ts';
import { hangTimes, missedThings, ordersBehind, repeatedNotes } from '../../queries/takings/details.ts';
import { dishesTakings, groupsTakings, takingsBy } from '../../queries/takings/sums.ts';
import { togetherIn } from '../../queries/takings/together.ts';
import { notAllowed } from '../actor.ts';
import { BUSY_REPLAYING } from '../busy-replaying.ts';
import { NO_MENU } from '../menu-reply.ts';
import { ok, problem } from '../reply.ts';
import type { AudienceRouter } from '../router.ts';
import type { Services } from '../services.ts';
import { streamLines } from '../stream-lines.ts';

const ACTION = 'see-takings';
const WRONG_WAY = problem(422, 'wrong-way-round', 'The first day or hour comes after the last one.');
const NO_PRICE = problem(422, 'no-price', 'The draft has no such price any more.');

/** Takings, at the places where they may be seen. What was ordered a moment ago is counted before it is looked at. */
export function takingsRoutes(routes: AudienceRouter, services: Services): void {
  const { database, booking, replays } = services;

  routes.handle(workbenchApi.takings, async ({ query, actor }) => {
    if (isWrongWay(query)) return WRONG_WAY;
    const waiting = await booking.bringUpToDate();
    const { by, ...filter } = query;
    return ok({ ...(await takingsBy(database, by, wanted(filter, actor.places(ACTION)))), waiting });
  });

  routes.handle(workbenchApi.dishesTakings, async ({ query, actor }) => {
    if (isWrongWay(query)) return WRONG_WAY;
    await booking.bringUpToDate();
    return ok(await dishesTakings(database, wanted(query, actor.places(ACTION))));
  });

  routes.handle(workbenchApi.groupsTakings, async ({ query, actor }) => {
    if (isWrongWay(query)) return WRONG_WAY;
    const stored = await storedMenu(services);
    if (!stored) return NO_MENU;
    await booking.bringUpToDate();
    return ok(await groupsTakings(database, stored.menu, wanted(query, actor.places(ACTION))));
  });

  routes.handle(workbenchApi.together, async ({ query, actor }) => {
    if (isWrongWay(query)) return WRONG_WAY;
    await booking.bringUpToDate();
    return ok(await togetherIn(database, wanted(query, actor.places(ACTION)), query));
  });

  routes.handle(workbenchApi.repeatedNotes, async ({ query, actor }) => {
    if (isWrongWay(query)) return WRONG_WAY;
    await booking.bringUpToDate();
    return ok(await repeatedNotes(database, wanted(query, actor.places(ACTION))));
  });

  routes.handle(workbenchApi.hangTimes, async ({ query, actor }) => {
    if (isWrongWay(query)) return WRONG_WAY;
    await booking.bringUpToDate();
    return ok(await hangTimes(database, wanted(query, actor.places(ACTION))));
  });

  routes.handle(workbenchApi.missed, async ({ query, actor }) =>
    isWrongWay(query) ? WRONG_WAY : ok(await missedThings(database, wanted(query, actor.places(ACTION)))),
  );

  routes.handle(workbenchApi.ordersBehind, async ({ query, actor }) => {
    if (isWrongWay(query)) return WRONG_WAY;
    await booking.bringUpToDate();
    return ok(await ordersBehind(database, wanted(query, actor.places(ACTION))));
  });

  routes.stream(workbenchApi.whatIf, async ({ body, actor }, _request, response) => {
    const { location, days, prices } = body;
    if (!actor.may(ACTION, location ?? undefined)) return notAllowed(ACTION);
    const stored = await storedMenu(services);
    if (!stored) return NO_MENU;
    const after = withTriedPrices(stored.menu, prices);
    if (!after) return NO_PRICE;
    if (replays.isFull) return BUSY_REPLAYING;
    const menus = { before: stored.menu, after };
    await streamLines<ReplayLine>(response, async (write, signal) =>
      write(await replays.compare(menus, { location, days }, write, signal)),
    );
    return undefined;
  });
}

const wanted = <F extends TakingsFilter>(filter: F, places: Places) => ({ ...filter, places });

function isWrongWay({ from, to, fromHour = 0, toHour = 24 }: TakingsFilter): boolean {
  return from > to || fromHour >= toHour;
}
