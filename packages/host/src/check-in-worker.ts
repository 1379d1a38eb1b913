import { Worker } from 'node:worker_threads';
import type { Context, Finding, Menu } from '@hearty-ladle/core';
import type { CheckMessage } from './check-worker.ts';

/** Somebody who watches a line check that runs elsewhere: told after each item. */
export type CheckWatch = (done: number, total: number) => void;

/**
 * Runs line check of a valid menu in a thread of its own. Aborting ends the thread; what was asked for is then
 * refused with the signal's reason.
 */
export async function checkInWorker(menu: Menu, context: Context, watch: CheckWatch, signal?: AbortSignal): Promise<readonly Finding[]> {
  signal?.throwIfAborted();
  const worker = newWorker({ menu, context });
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

/** Run from the sources, modules are read by tsx, which a new thread must be given anew. */
function newWorker(workerData: object): Worker {
  if (!import.meta.url.endsWith('.ts')) return new Worker(new URL('./check-worker.js', import.meta.url), { workerData });
  const file = new URL('./check-worker.ts', import.meta.url).href;
  const start = `import(${JSON.stringify(import.meta.resolve('tsx/esm/api'))}).then(({ register }) => (register(), import(${JSON.stringify(file)})))`;
  return new Worker(start, { eval: true, workerData, execArgv: ['--conditions=source'] });
}
