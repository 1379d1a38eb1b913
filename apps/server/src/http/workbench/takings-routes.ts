import { type Places, type ReplayLine, type TakingsFilter, withTriedPrices, workbenchApi } from '@hearty-ladle/core';
import { storedMenu } from '../../queries/menu.ts';
import { hangTimes, missedThings, ordersBehind, repeatedNotes } from '../../queries/takings/details.ts';
import { dishesTakings, groupsTakings, takingsBy } from '../../queries/takings/sums.ts';
import { togetherIn } from '../../queries/takings/together.ts';
import { type Actor, notAllowed } from '../actor.ts';
import { BUSY_REPLAYING } from '../busy-replaying.ts';
import { NO_MENU } from '../menu-reply.ts';
import { ok, problem } from '../reply.ts';
import type { AudienceRouter } from '../router.ts';
import type { Services } from '../services.ts';
import { streamLines } from '../stream-lines.ts';

const ACTION = 'see-takings';
const WRONG_WAY = problem(422, 'wrong-way-round', 'The first day or hour comes after the last one.');
const NO_PRICE = problem(422, 'no-price', 'The draft has no such price any more.');

/** Where somebody may see takings. */
interface Seen {
  readonly places: Places;
}

/** Takings, at the places where they may be seen. What was ordered a moment ago is counted before it is looked at. */
export function takingsRoutes(routes: AudienceRouter, services: Services): void {
  const { database, booking, replays } = services;

  const looked =
    <F extends TakingsFilter, T>(find: (filter: F & Seen, waiting: number) => Promise<T>) =>
    async ({ query, actor }: { readonly query: F; readonly actor: Actor }) => {
      if (isWrongWay(query)) return WRONG_WAY;
      const waiting = await booking.bringUpToDate();
      return ok(await find({ ...query, places: actor.places(ACTION) }, waiting));
    };

  routes.handle(
    workbenchApi.takings,
    looked(async ({ by, ...filter }, waiting) => ({ ...(await takingsBy(database, by, filter)), waiting })),
  );
  routes.handle(
    workbenchApi.dishesTakings,
    looked((filter) => dishesTakings(database, filter)),
  );
  routes.handle(workbenchApi.groupsTakings, async (input) => {
    const stored = await storedMenu(services);
    return stored ? looked((filter) => groupsTakings(database, stored.menu, filter))(input) : NO_MENU;
  });
  routes.handle(
    workbenchApi.together,
    looked((filter) => togetherIn(database, filter)),
  );
  routes.handle(
    workbenchApi.repeatedNotes,
    looked((filter) => repeatedNotes(database, filter)),
  );
  routes.handle(
    workbenchApi.hangTimes,
    looked((filter) => hangTimes(database, filter)),
  );
  routes.handle(
    workbenchApi.missed,
    looked((filter) => missedThings(database, filter)),
  );
  routes.handle(
    workbenchApi.ordersBehind,
    looked((filter) => ordersBehind(database, filter)),
  );

  routes.stream(workbenchApi.whatIf, async ({ body, actor }, _request, response) => {
    const { location, days, prices } = body;
    if (location !== null && !actor.may(ACTION, location)) return notAllowed(ACTION);
    const places = location === null ? actor.places(ACTION) : [location];
    const stored = await storedMenu(services);
    if (!stored) return NO_MENU;
    const after = withTriedPrices(stored.menu, prices);
    if (!after) return NO_PRICE;
    if (replays.isFull) return BUSY_REPLAYING;
    const menus = { before: stored.menu, after };
    await streamLines<ReplayLine>(response, async (write, signal) =>
      write(await replays.compare(menus, { places, days }, write, signal)),
    );
    return undefined;
  });
}

function isWrongWay({ from, to, fromHour = 0, toHour = 24 }: TakingsFilter): boolean {
  return from > to || fromHour >= toHour;
}
