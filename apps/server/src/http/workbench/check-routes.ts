import { type CheckLine, type ReplayLine, workbenchApi } from '@hearty-ladle/core';
import { servedMenu, storedMenu } from '../../queries/menu.ts';
import { notAllowed } from '../actor.ts';
import { BUSY_REPLAYING } from '../busy-replaying.ts';
import { NO_MENU } from '../menu-reply.ts';
import { problem } from '../reply.ts';
import type { AudienceRouter } from '../router.ts';
import type { Services } from '../services.ts';
import { streamLines } from '../stream-lines.ts';

const TWO_CURRENCIES = problem(
  422,
  'two-currencies',
  'The draft has another currency than what is served: totals can’t be compared.',
);

/** Line check and replay of the draft, in threads: one line of JSON for each step, then what was found. */
export function checkRoutes(routes: AudienceRouter, services: Services): void {
  const { lineChecks, replays } = services;

  routes.stream(workbenchApi.check, async ({ body }, _request, response) => {
    const stored = await storedMenu(services);
    if (!stored) return NO_MENU;
    if (lineChecks.isFull) return BUSY_REPLAYING;
    await streamLines<CheckLine>(response, async (write, signal) =>
      write({ findings: await lineChecks.run(stored.menu, body, (done, total) => write({ done, total }), signal) }),
    );
    return undefined;
  });

  routes.stream(workbenchApi.replay, async ({ body, actor }, _request, response) => {
    if (!actor.may('see-set-up', body.location ?? undefined)) return notAllowed('see-set-up');
    const stored = await storedMenu(services);
    const served = await servedMenu(services, body.location ?? undefined);
    if (!stored || !served) return NO_MENU;
    if (stored.menu.currency !== served.menu.currency) return TWO_CURRENCIES;
    if (replays.isFull) return BUSY_REPLAYING;
    await streamLines<ReplayLine>(response, async (write, signal) =>
      write(await replays.run(served.menu, stored.menu, body, write, signal)),
    );
    return undefined;
  });
}
