import { workbenchApi } from '@hearty-ladle/core';
import { deleteUnusedPictures } from '../../commands/delete-unused-pictures.ts';
import { setHouse } from '../../commands/set-house.ts';
import { houseNow } from '../../queries/house.ts';
import { ok, problem } from '../reply.ts';
import type { AudienceRouter } from '../router.ts';
import type { Services } from '../services.ts';

/** The live settings, and the disk space that pictures take. */
export function houseRoutes(routes: AudienceRouter, services: Services): void {
  routes.handle(workbenchApi.house, async () => ok(await houseNow(services)));

  routes.handle(workbenchApi.setHouse, async ({ body, actor }) => {
    const isSaved = await setHouse(services, body, actor.doer);
    const now = await houseNow(services);
    return isSaved
      ? ok(now)
      : problem(
          409,
          'stale',
          'Somebody changed the settings in the meantime. Nothing of yours was saved; what stands now is shown.',
          { now },
        );
  });

  routes.handle(workbenchApi.deleteUnusedPictures, async () => ok(await deleteUnusedPictures(services)));
}
