import { workbenchApi } from '@hearty-ladle/core';
import { storePicture } from '../../commands/store-picture.ts';
import { listPictures } from '../../queries/pictures.ts';
import { ok, problem, reply } from '../reply.ts';
import type { AudienceRouter } from '../router.ts';
import type { Services } from '../services.ts';

/** Pictures of dishes and choices, added and listed. */
export function pictureRoutes(routes: AudienceRouter, services: Services): void {
  routes.handle(workbenchApi.addPicture, async ({ body }) => {
    const outcome = await storePicture(services, body);
    switch (outcome.outcome) {
      case 'saved':
        return reply(201, outcome.picture);
      case 'too-large':
        return problem(413, 'picture-too-large', 'That picture is too large; 50 megapixels at most.');
      case 'no-picture':
        return problem(415, 'no-picture', 'That is not a picture we can show. PNG, JPEG and WebP are.');
      case 'no-room':
        return problem(
          507,
          'no-room',
          `Pictures may take ${outcome.maxMegabytes} MB, and there is no room left. Delete unused ones under Set-up, House.`,
        );
    }
  });

  routes.handle(workbenchApi.pictures, async () => ok(await listPictures(services.database)));
}
