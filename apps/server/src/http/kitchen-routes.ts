import { Router } from 'express';
import { setBumped } from '../commands/bump-ticket.ts';
import { reprintTicket } from '../commands/reprint-ticket.ts';
import { PrinterEntity, SimPaperEntity, SimPrinterEntity } from '../db/entities.ts';
import { PRINTER_MODES } from '../devices/simulated-printer.ts';
import { announce } from '../live/announce.ts';
import { passTickets } from '../queries/tickets.ts';
import { UUID } from './order-routes.ts';
import { sendProblem } from './problem.ts';
import type { Services } from './services.ts';

const NO_TICKET = 'There is no such ticket.';
const PAPERS = 30;

/** The kitchen's side: tickets on the pass, printers, and what comes out of those that are played. */
export function kitchenRoutes({ database, printing }: Services): Router {
  const router = Router();

  router.get('/tickets', async (_request, response) => {
    response.json(await passTickets(database));
  });

  for (const [deed, bumped] of [['bump', true], ['recall', false]] as const) {
    router.post(`/tickets/:id/${deed}`, async (request, response) => {
      const { id } = request.params;
      const ticket = UUID.test(id) ? await setBumped(database, id, bumped) : undefined;
      if (!ticket) return sendProblem(response, 404, 'no-ticket', NO_TICKET);
      response.json({ id: ticket.id, bumpedAt: ticket.bumpedAt });
    });
  }

  router.post('/tickets/:id/reprint', async (request, response) => {
    const { id } = request.params;
    const outcome = UUID.test(id) ? await reprintTicket(database, printing, id) : 'no-ticket';
    if (outcome === 'no-ticket') return sendProblem(response, 404, 'no-ticket', NO_TICKET);
    if (outcome === 'no-printer') return sendProblem(response, 409, 'no-printer', 'This station has no printer.');
    response.status(202).json({ id });
  });

  router.get('/printers', async (_request, response) => {
    const [printers, played] = [await database.manager.find(PrinterEntity), await database.manager.find(SimPrinterEntity)];
    response.json(printers.map(({ station, host, port, health, since }) => ({
      station, host, port, health, since, mode: played.find((one) => one.station === station)?.mode ?? null,
    })));
  });

  router.post('/printers/:station/mode', async (request, response) => {
    const mode: unknown = (request.body as { mode?: unknown } | undefined)?.mode;
    if (!PRINTER_MODES.some((known) => known === mode)) {
      return sendProblem(response, 400, 'bad-mode', `A printer can be played as one of: ${PRINTER_MODES.join(', ')}.`);
    }
    const found = await database.transaction(async (manager) => {
      const { affected } = await manager.update(SimPrinterEntity, { station: request.params.station }, { mode: mode as string });
      await announce(manager, { type: 'printers' });
      return Boolean(affected);
    });
    if (!found) return sendProblem(response, 404, 'no-printer', 'No printer is played for that station.');
    response.json({ mode });
  });

  router.get('/printers/:station/paper', async (request, response) => {
    const rows = await database.manager.find(SimPaperEntity, { where: { station: request.params.station }, order: { id: 'DESC' }, take: PAPERS });
    response.json(rows);
  });

  return router;
}
