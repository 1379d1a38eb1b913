import { Worker } from 'node:worker_threads';
import type { Context, Finding, Menu } from '@hearty-ladle/core';
import type { CheckMessage } from './check-worker.ts';

/** Runs line check in a thread of its own; where somebody watches, standard error shows how far it is. */
export function checkInWorker(menu: Menu, context: Context): Promise<readonly Finding[]> {
  const worker = newWorker({ menu, context });
  return new Promise((resolve, reject) => {
    worker.once('error', reject);
    worker.on('message', (message: CheckMessage) => {
      if ('findings' in message) return resolve(message.findings);
      if (process.stderr.isTTY) process.stderr.write(`\r${message.done} of ${message.total}${message.done === message.total ? '\n' : ''}`);
    });
  });
}

/** Run from its sources, the program is read by tsx, which a new thread must be given anew. */
function newWorker(data: object): Worker {
  if (!import.meta.url.endsWith('.ts')) return new Worker(new URL('./check-worker.js', import.meta.url), { workerData: data });
  const file = new URL('./check-worker.ts', import.meta.url).href;
  const tsx = import.meta.resolve('tsx/esm/api');
  const start = `import(${JSON.stringify(tsx)}).then(({ register }) => (register(), import(${JSON.stringify(file)})))`;
  return new Worker(start, { eval: true, workerData: data });
}
