import { workbenchApi } from '@hearty-ladle/core';
import { setPrinterMode } from '../../commands/set-printer-mode.ts';
import { papersOf, printersInHouse } from '../../queries/printers.ts';
import { ok, problem } from '../reply.ts';
import type { AudienceRouter } from '../router.ts';
import type { Services } from '../services.ts';

/** Printers, and what simulated ones printed. */
export function printerRoutes(routes: AudienceRouter, { database }: Services): void {
  routes.handle(workbenchApi.printers, async () => ok(await printersInHouse(database)));

  routes.handle(workbenchApi.setPrinterMode, async ({ params, body }) => {
    const isSet = await setPrinterMode(database, params.printer, body.mode);
    return isSet ? ok(body) : problem(404, 'no-printer', 'No printer is simulated by that id.');
  });

  routes.handle(workbenchApi.paper, async ({ params }) => ok(await papersOf(database, params.printer)));
}
