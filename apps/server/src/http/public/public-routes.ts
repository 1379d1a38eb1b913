import { Menu, openApi, publicApi } from '@hearty-ladle/core';
import { pictureBytes } from '../../queries/pictures.ts';
import { databaseAnswers } from '../../queries/ready.ts';
import { ok, problem } from '../reply.ts';
import type { AudienceRouter } from '../router.ts';
import type { Services } from '../services.ts';

const YEAR_SECONDS = 31_536_000;

/** What anybody may read: health, the descriptions of the API and of a menu document, and pictures. */
export function publicRoutes(routes: AudienceRouter, { database }: Services, isClosing: () => boolean): void {
  routes.handle(publicApi.health, () => ok({ status: 'ok' as const }));

  routes.handle(publicApi.ready, async () => {
    if (isClosing()) return problem(503, 'closing', 'The server is closing.');
    await databaseAnswers(database);
    return ok({ status: 'ready' as const });
  });

  routes.handle(publicApi.description, () => ok(openApi()));
  routes.handle(publicApi.menuSchema, () => ok(JSON.parse(JSON.stringify(Menu)) as Record<string, unknown>));

  routes.handle(publicApi.picture, async ({ params, query }) => {
    const bytes = await pictureBytes(database, params.id, query.size === 'small');
    if (!bytes) return problem(404, 'no-picture-here', 'There is no such picture.');
    // Addressed by content hash, so a response never changes.
    const etag = `"${params.id}-${query.size ?? 'large'}"`;
    return ok(bytes, {
      'cache-control': `public, max-age=${YEAR_SECONDS}, immutable`,
      etag,
      'content-type': 'image/webp',
    });
  });
}
