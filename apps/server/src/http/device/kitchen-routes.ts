import { deviceApi } from '@hearty-ladle/core';
import { setBumped } from '../../commands/bump-ticket.ts';
import { reprintTicket } from '../../commands/reprint-ticket.ts';
import { printersInHouse } from '../../queries/printers.ts';
import { passTickets } from '../../queries/tickets.ts';
import { ok, problem, reply } from '../reply.ts';
import type { AudienceRouter } from '../router.ts';
import type { Services } from '../services.ts';

const NO_TICKET = problem(404, 'no-ticket', 'There is no such ticket.');

/** The pass: tickets and printer health. */
export function kitchenRoutes(routes: AudienceRouter, { database, printing, live }: Services): void {
  routes.handle(deviceApi.tickets, async ({ actor }) => ok(await passTickets(database, actor.places('see-tickets'))));

  for (const [route, bumped] of [
    [deviceApi.bump, true],
    [deviceApi.recall, false],
  ] as const) {
    routes.handle(route, async ({ params, actor }) => {
      const ticket = await setBumped(database, params.id, bumped, actor.places('work-tickets'));
      return ticket ? ok(ticket) : NO_TICKET;
    });
  }

  routes.handle(deviceApi.reprint, async ({ params, actor }) => {
    switch (await reprintTicket(database, printing, params.id, actor.places('work-tickets'))) {
      case 'sent':
        return reply(202, { id: params.id });
      case 'no-ticket':
        return NO_TICKET;
      case 'no-printer':
        return problem(409, 'no-printer', 'This station has no printer.');
    }
  });

  routes.handle(deviceApi.printers, async () => ok(await printersInHouse(database)));

  routes.stream(deviceApi.events, (_input, request, response) =>
    live.connect(request, response, ['editions', 'tickets', 'printers', 'parked', 'pantry']),
  );
}
