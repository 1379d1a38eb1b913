import { type TablesLine, workbenchApi } from '@hearty-ladle/core';
import { storedMenu } from '../../queries/menu.ts';
import { BUSY_WITH_TABLES } from '../busy-with-tables.ts';
import { NO_MENU } from '../menu-reply.ts';
import { ok } from '../reply.ts';
import type { AudienceRouter } from '../router.ts';
import type { Services } from '../services.ts';
import { streamLines } from '../stream-lines.ts';

const WRITING_MS = 60_000;

/** The draft as tables, and what tables would change in it. */
export function tableRoutes(routes: AudienceRouter, services: Services): void {
  const { tableWork } = services;

  routes.handle(workbenchApi.tables, async ({ query }) => {
    const stored = await storedMenu(services);
    if (!stored) return NO_MENU;
    if (tableWork.isFull) return BUSY_WITH_TABLES;
    return ok(await tableWork.write(stored.menu, query.file, AbortSignal.timeout(WRITING_MS)));
  });

  routes.handle(workbenchApi.writeTables, async ({ body }) => {
    const stored = await storedMenu(services);
    if (!stored) return NO_MENU;
    if (tableWork.isFull) return BUSY_WITH_TABLES;
    return ok(await tableWork.write(stored.menu, body, AbortSignal.timeout(WRITING_MS)));
  });

  routes.stream(workbenchApi.readTables, async ({ body }, _request, response) => {
    const stored = await storedMenu(services);
    if (!stored) return NO_MENU;
    if (tableWork.isFull) return BUSY_WITH_TABLES;
    await streamLines<TablesLine>(response, async (write, signal) =>
      write(await tableWork.read(stored.menu, body, (done, total) => write({ done, total }), signal)),
    );
    return undefined;
  });
}
