import { type Context, findingReport } from '@hearty-ladle/core';
import { checkInWorker } from '@hearty-ladle/node-runtime';
import { log } from '../../log.ts';
import type { AudienceRouter } from '../audience-router.ts';
import { sendProblem } from '../problem.ts';
import type { Services } from '../services.ts';

/** Number of checks a process runs at once; each takes a thread. */
const MOST_AT_ONCE = 2;
/** Milliseconds between two progress lines. */
const BETWEEN = 100;

/** Runs line check on the served menu in a thread: one line of JSON for each step, then the findings. */
export function checkRoutes(routes: AudienceRouter, { database, cache }: Services): void {
  let running = 0;

  routes.post('/check', 'Context', async (request, response) => {
    const stored = await cache.current(database.manager);
    if (!stored) return sendProblem(response, 404, 'no-menu', 'There is no menu to check yet.');
    if (running >= MOST_AT_ONCE) {
      response.set('Retry-After', '2');
      return sendProblem(response, 503, 'busy-checking', 'Other checks are running; please try again in a moment.');
    }
    running++;
    const gone = new AbortController();
    response.on('close', () => gone.abort());
    const write = (line: object) => response.write(`${JSON.stringify(line)}\n`);
    let reportedAt = 0;
    response.type('application/x-ndjson').flushHeaders();
    try {
      const findings = await checkInWorker(stored.menu, request.body as Context, (done, total) => {
        if (done < total && performance.now() - reportedAt < BETWEEN) return;
        reportedAt = performance.now();
        write({ done, total });
      }, gone.signal);
      write({ findings: findings.map(findingReport) });
    } catch (error) {
      // The response has begun; it can only be cut off.
      if (!gone.signal.aborted) {
        log.error({ err: error }, 'line check failed');
        response.destroy(error as Error);
      }
    } finally {
      running--;
      response.end();
    }
  });
}
