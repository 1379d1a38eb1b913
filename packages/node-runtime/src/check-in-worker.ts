import type { Context, Finding, Menu } from '@hearty-ladle/core';
import type { CheckMessage } from './check-worker.ts';
import { newThread } from './new-thread.ts';

/** Progress callback of a line check in a thread, called after each item. */
export type CheckWatch = (done: number, total: number) => void;

/** Runs line check of a valid menu in a thread. Aborting ends the thread and rejects with the signal's reason. */
export async function checkInWorker(
  menu: Menu,
  context: Context,
  watch: CheckWatch,
  signal?: AbortSignal,
): Promise<readonly Finding[]> {
  signal?.throwIfAborted();
  const worker = newThread(new URL('./check-worker.ts', import.meta.url), { menu, context });
  return await new Promise((resolve, reject) => {
    const stop = () => {
      void worker.terminate();
      reject(signal?.reason as Error);
    };
    signal?.addEventListener('abort', stop, { once: true });
    worker.once('error', reject);
    worker.on('message', (message: CheckMessage) => {
      if (!('findings' in message)) return watch(message.done, message.total);
      signal?.removeEventListener('abort', stop);
      resolve(message.findings);
    });
  });
}
