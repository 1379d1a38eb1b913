import { pictureBytes } from '../../queries/pictures.ts';
import type { AudienceRouter } from '../audience-router.ts';
import { sendProblem } from '../problem.ts';
import type { Services } from '../services.ts';
import { openApi } from './openapi.ts';

const YEAR_SECONDS = 31_536_000;

/** What anybody may read: health, the API description, and pictures. */
export function publicRoutes(routes: AudienceRouter, { database }: Services, isClosing: () => boolean): void {
  routes.get('/health', (_request, response) => response.json({ status: 'ok' }));

  routes.get('/ready', async (_request, response) => {
    if (isClosing()) return sendProblem(response, 503, 'closing', 'The server is closing.');
    await database.query('SELECT 1');
    response.json({ status: 'ready' });
  });

  routes.get('/openapi.json', (_request, response) => response.json(openApi()));

  /** Addressed by content hash, so a response never changes. */
  routes.get('/pictures/:id', async (request, response) => {
    const [id, size] = [String(request.params['id']), request.query['size'] === 'small' ? 'small' : 'body'] as const;
    const bytes = await pictureBytes(database, id, size);
    if (!bytes) return sendProblem(response, 404, 'no-picture-here', 'There is no such picture.');
    response.set('cache-control', `public, max-age=${YEAR_SECONDS}, immutable`).set('etag', `"${id}-${size}"`).type('image/webp').send(bytes);
  });
}
