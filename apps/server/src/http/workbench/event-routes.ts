import { workbenchApi } from '@hearty-ladle/core';
import type { AudienceRouter } from '../router.ts';
import type { Services } from '../services.ts';

/** Live events for the workbench. */
export function workbenchEvents(routes: AudienceRouter, { live }: Services): void {
  routes.stream(workbenchApi.events, (_input, request, response) =>
    live.connect(request, response, [
      'menu',
      'editions',
      'screens',
      'tickets',
      'printers',
      'paper',
      'parked',
      'house',
      'pantry',
      'programs',
    ]),
  );
}
