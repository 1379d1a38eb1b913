import express, { Router } from 'express';
import { keepPicture } from '../commands/keep-picture.ts';
import { PictureEntity } from '../db/entities.ts';
import { sendProblem } from './problem.ts';
import type { Services } from './services.ts';

const MOST_BYTES = 8 * 1024 * 1024;
const YEAR_SECONDS = 31_536_000;

/** Pictures of dishes and choices: kept by content, so that what is at an address never changes. */
export function pictureRoutes({ database }: Services): Router {
  const router = Router();

  router.post('/pictures', express.raw({ type: () => true, limit: MOST_BYTES }), async (request, response) => {
    const file: unknown = request.body;
    const outcome = Buffer.isBuffer(file) ? await keepPicture(database, file) : ({ outcome: 'no-picture' } as const);
    switch (outcome.outcome) {
      case 'kept': return response.status(201).json(outcome.picture);
      case 'too-large': return sendProblem(response, 413, 'picture-too-large', 'That picture is too large; 50 megapixels at most.');
      case 'no-picture': return sendProblem(response, 415, 'no-picture', 'That is not a picture we can show. PNG, JPEG and WebP are.');
    }
  });

  router.get('/pictures', async (_request, response) => {
    const rows = await database.getRepository(PictureEntity).find({ order: { addedAt: 'DESC' }, take: 500 });
    response.json(rows.map(({ id, width, height }) => ({ id, width, height })));
  });

  router.get('/pictures/:id', async (request, response) => {
    const field = request.query['size'] === 'small' ? 'small' : 'body';
    const row = await database.getRepository(PictureEntity).findOne({ where: { id: request.params.id }, select: { id: true, [field]: true } });
    if (!row) return sendProblem(response, 404, 'no-picture-here', 'There is no such picture.');
    response.set('cache-control', `public, max-age=${YEAR_SECONDS}, immutable`).set('etag', `"${row.id}-${field}"`).type('image/webp').send(row[field]);
  });

  return router;
}
