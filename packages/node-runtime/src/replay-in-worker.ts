import type { DatedOrder, Menu, ReplayedByDish, ReplaySums } from '@hearty-ladle/core';
import { newThread } from './new-thread.ts';
import type { ReplayAnswer, ReplayRequest } from './replay-worker.ts';

/** Replays orders with two menus in a thread, a page of them at a time. Aborting ends it with the signal's reason. */
export async function replayInWorker(
  menus: { readonly before: Menu; readonly after: Menu },
  pages: AsyncIterable<readonly DatedOrder[]>,
  heard: (differing: readonly (ReplayedByDish | undefined)[]) => void,
  signal: AbortSignal,
): Promise<ReplaySums> {
  signal.throwIfAborted();
  const worker = newThread(new URL('./replay-worker.ts', import.meta.url), menus);
  const failed = new Promise<never>((_, reject) => {
    worker.once('error', reject);
    signal.addEventListener('abort', () => reject(signal.reason as Error), { once: true });
  });
  const ask = (request: ReplayRequest) =>
    Promise.race([
      failed,
      new Promise<ReplayAnswer>((resolve) => {
        worker.once('message', resolve);
        worker.postMessage(request);
      }),
    ]);
  try {
    for await (const orders of pages) {
      const answer = await ask({ orders });
      if ('differing' in answer) heard(answer.differing);
    }
    const answer = await ask({ end: true });
    if (!('sums' in answer)) throw new Error('the replay ended without sums');
    return answer.sums;
  } finally {
    void worker.terminate();
  }
}
