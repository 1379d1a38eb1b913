import { type CheckLine, workbenchApi } from '@hearty-ladle/core';
import { LineChecks } from '../../jobs/line-checks.ts';
import { log } from '../../log.ts';
import { storedMenu } from '../../queries/menu.ts';
import { problem } from '../reply.ts';
import type { AudienceRouter } from '../router.ts';
import type { Services } from '../services.ts';

/** Runs line check on the served menu in a thread: one line of JSON for each step, then the findings. */
export function checkRoutes(routes: AudienceRouter, services: Services): void {
  const checks = new LineChecks();

  routes.stream(workbenchApi.check, async ({ body }, _request, response) => {
    const stored = await storedMenu(services);
    if (!stored) return problem(404, 'no-menu', 'There is no menu to check yet.');
    if (checks.isFull)
      return problem(
        503,
        'busy-checking',
        'Other checks are running; please try again in a moment.',
        {},
        { 'Retry-After': '2' },
      );
    const gone = new AbortController();
    response.on('close', () => gone.abort());
    const write = (line: CheckLine) => response.write(`${JSON.stringify(line)}\n`);
    response.type('application/x-ndjson').flushHeaders();
    try {
      write({
        findings: await checks.run(stored.menu, body, (done, total) => void write({ done, total }), gone.signal),
      });
    } catch (error) {
      // The response has begun; it can only be cut off.
      if (!gone.signal.aborted) {
        log.error({ err: error }, 'line check failed');
        response.destroy(error as Error);
      }
    }
    response.end();
    return undefined;
  });
}
