import { storePicture } from '../../commands/store-picture.ts';
import { listPictures } from '../../queries/pictures.ts';
import type { AudienceRouter } from '../audience-router.ts';
import { sendProblem } from '../problem.ts';
import type { Services } from '../services.ts';

/** Pictures of dishes and choices, added and listed. */
export function pictureRoutes(routes: AudienceRouter, services: Services): void {
  routes.postPicture('/pictures', async (request, response) => {
    const file: unknown = request.body;
    const outcome = Buffer.isBuffer(file) && file.length > 0 ? await storePicture(services, file) : ({ outcome: 'no-picture' } as const);
    switch (outcome.outcome) {
      case 'saved': return response.status(201).json(outcome.picture);
      case 'too-large': return sendProblem(response, 413, 'picture-too-large', 'That picture is too large; 50 megapixels at most.');
      case 'no-picture': return sendProblem(response, 415, 'no-picture', 'That is not a picture we can show. PNG, JPEG and WebP are.');
      case 'no-room':
        return sendProblem(response, 507, 'no-room', `The house keeps ${outcome.maxMegabytes} MB of pictures at most, and there is no room left. Under Set-up, House, unused ones can be deleted.`);
    }
  });

  routes.get('/pictures', async (_request, response) => response.json(await listPictures(services.database)));
}
