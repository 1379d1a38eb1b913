import { setBumped } from '../../commands/bump-ticket.ts';
import { reprintTicket } from '../../commands/reprint-ticket.ts';
import { printersInHouse } from '../../queries/printers.ts';
import { passTickets } from '../../queries/tickets.ts';
import type { AudienceRouter } from '../audience-router.ts';
import { UUID } from '../order-answers.ts';
import { sendProblem } from '../problem.ts';
import type { Services } from '../services.ts';

const NO_TICKET = 'There is no such ticket.';

/** The pass: tickets and printer health. */
export function kitchenRoutes(routes: AudienceRouter, { database, printing, live }: Services): void {
  routes.get('/tickets', async (_request, response) => response.json(await passTickets(database)));

  for (const [command, bumped] of [['bump', true], ['recall', false]] as const) {
    routes.post(`/tickets/:id/${command}`, 'NoBody', async (request, response) => {
      const id = String(request.params['id']);
      const ticket = UUID.test(id) ? await setBumped(database, id, bumped) : undefined;
      if (!ticket) return sendProblem(response, 404, 'no-ticket', NO_TICKET);
      response.json({ id: ticket.id, bumpedAt: ticket.bumpedAt });
    });
  }

  routes.post('/tickets/:id/reprint', 'NoBody', async (request, response) => {
    const id = String(request.params['id']);
    const outcome = UUID.test(id) ? await reprintTicket(database, printing, id) : 'no-ticket';
    if (outcome === 'no-ticket') return sendProblem(response, 404, 'no-ticket', NO_TICKET);
    if (outcome === 'no-printer') return sendProblem(response, 409, 'no-printer', 'This station has no printer.');
    response.status(202).json({ id });
  });

  routes.get('/printers', async (_request, response) => response.json(await printersInHouse(database)));

  routes.get('/events', (request, response) => live.connect(request, response, ['menu', 'tickets', 'printers', 'parked']));
}
