import type { PrinterModeChange } from '@hearty-ladle/core';
import { setPrinterMode } from '../../commands/set-printer-mode.ts';
import { PRINTER_MODES } from '../../devices/simulated-printer.ts';
import { papersOf, printersInHouse } from '../../queries/printers.ts';
import type { AudienceRouter } from '../audience-router.ts';
import { sendProblem } from '../problem.ts';
import type { Services } from '../services.ts';

/** Printers, and what simulated ones printed. */
export function printerRoutes(routes: AudienceRouter, { database }: Services): void {
  routes.get('/printers', async (_request, response) => response.json(await printersInHouse(database)));

  routes.post('/printers/:id/mode', 'PrinterModeChange', async (request, response) => {
    const mode = PRINTER_MODES.find((known) => known === (request.body as PrinterModeChange).mode);
    if (!mode) return sendProblem(response, 400, 'bad-mode', `A simulated printer can be one of: ${PRINTER_MODES.join(', ')}.`);
    if (!(await setPrinterMode(database, String(request.params['id']), mode))) return sendProblem(response, 404, 'no-printer', 'No printer is simulated for that station.');
    response.json({ mode });
  });

  routes.get('/printers/:id/paper', async (request, response) => response.json(await papersOf(database, String(request.params['id']))));
}
