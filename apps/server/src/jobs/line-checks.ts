import { type Context, type FindingReport, findingReport, type Menu } from '@hearty-ladle/core';
import { checkInWorker, type CheckWatch } from '@hearty-ladle/node-runtime';

/** Number of checks a process runs at once; each takes a thread. */
const MAX_AT_ONCE = 2;
/** Milliseconds between two progress reports. */
const BETWEEN = 100;

/** Runs line checks in threads, a few at a time. */
export class LineChecks {
  #running = 0;

  get isFull(): boolean {
    return this.#running >= MAX_AT_ONCE;
  }

  /** Checks a menu, reporting progress at most every tenth of a second. Aborting rejects with the signal's reason. */
  async run(menu: Menu, context: Context, progress: CheckWatch, signal: AbortSignal): Promise<FindingReport[]> {
    this.#running++;
    let reportedAt = 0;
    const report: CheckWatch = (done, total) => {
      if (done < total && performance.now() - reportedAt < BETWEEN) return;
      reportedAt = performance.now();
      progress(done, total);
    };
    try {
      return (await checkInWorker(menu, context, report, signal)).map(findingReport);
    } finally {
      this.#running--;
    }
  }
}
