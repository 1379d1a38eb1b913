import type { HouseChange } from '@hearty-ladle/core';
import { deleteUnusedPictures } from '../../commands/store-picture.ts';
import { pictureUse, usedPictures } from '../../queries/pictures.ts';
import type { AudienceRouter } from '../audience-router.ts';
import { sendProblem } from '../problem.ts';
import type { Services } from '../services.ts';

const JUST_ADDED_MS = 3_600_000;

/** The live settings, and the disk space that pictures take. */
export function houseRoutes(routes: AudienceRouter, { database, houseSettings, cache }: Services): void {
  const answer = async () => ({ ...(await houseSettings.read(database.manager)), pictures: await pictureUse(database, (await cache.current(database.manager))?.menu) });

  routes.get('/house', async (_request, response) => response.json(await answer()));

  routes.post('/house', 'HouseChange', async (request, response) => {
    const { version, house } = request.body as HouseChange;
    if (await houseSettings.write(database, house, version)) return response.json(await answer());
    sendProblem(response, 409, 'stale', 'Somebody changed the settings in the meantime. Nothing of yours was saved; what stands now is shown.', { now: await answer() });
  });

  routes.post('/house/unused-pictures/delete', 'NoBody', async (_request, response) => {
    const menu = (await cache.current(database.manager))?.menu;
    response.json(await deleteUnusedPictures(database, usedPictures(menu), new Date(Date.now() - JUST_ADDED_MS)));
  });
}
