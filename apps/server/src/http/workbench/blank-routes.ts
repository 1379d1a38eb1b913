import { workbenchApi } from '@hearty-ladle/core';
import { blankOrder } from '../../commands/blank-order.ts';
import { ok, problem } from '../reply.ts';
import type { AudienceRouter } from '../router.ts';
import type { Services } from '../services.ts';

/** Blanks what is known of a guest, when the guest asks for it. */
export function blankRoutes(routes: AudienceRouter, services: Services): void {
  routes.handle(workbenchApi.blankOrder, async ({ params, actor }) =>
    (await blankOrder(services, params.id, actor.doer))
      ? ok({ id: params.id })
      : problem(404, 'no-order', 'There is no such order.'),
  );
}
