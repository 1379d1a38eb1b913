import { workbenchApi } from '@hearty-ladle/core';
import { setPrinter } from '../../commands/set-printer.ts';
import { setPrinterMode } from '../../commands/set-printer-mode.ts';
import { papersOf, printersInHouse } from '../../queries/printers.ts';
import { ok, problem } from '../reply.ts';
import type { AudienceRouter } from '../router.ts';
import type { Services } from '../services.ts';

/** Printers, and what simulated ones printed. */
export function printerRoutes(routes: AudienceRouter, services: Services): void {
  const { database, printing } = services;
  routes.handle(workbenchApi.printers, async () => ok(await printersInHouse(database)));

  routes.handle(workbenchApi.setPrinterMode, async ({ params, body }) => {
    const isSet = await setPrinterMode(database, params.printer, body.mode);
    return isSet ? ok(body) : problem(404, 'no-printer', 'No printer is simulated by that id.');
  });

  routes.handle(workbenchApi.setPrinter, async ({ params, body }) => {
    switch (await setPrinter(services, params.printer, body)) {
      case 'set':
        return ok(body);
      case 'no-place':
        return problem(404, 'no-station', 'There is no such station at a location.');
      case 'not-simulated':
        return problem(409, 'not-simulated', 'No printer is simulated there. Start the house with simulated printers.');
    }
  });

  routes.handle(workbenchApi.testPrinter, async ({ params }) => {
    const tested = await printing.printTest(params.printer);
    return tested ? ok(tested) : problem(404, 'no-printer', 'There is no printer there.');
  });

  routes.handle(workbenchApi.paper, async ({ params }) => ok(await papersOf(database, params.printer)));
}
