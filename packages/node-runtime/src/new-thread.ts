import { Worker } from 'node:worker_threads';

/**
 * Starts a module in a thread. `file` is its source; in a build, the compiled module beside it is used. When run from
 * sources, the thread needs tsx registered again.
 */
export function newThread(file: URL, workerData?: object): Worker {
  if (!import.meta.url.endsWith('.ts')) return new Worker(new URL(file.href.replace(/\.ts$/, '.js')), { workerData });
  const start = `import(${JSON.stringify(import.meta.resolve('tsx/esm/api'))}).then(({ register }) => (register(), import(${JSON.stringify(file.href)})))`;
  return new Worker(start, { eval: true, workerData, execArgv: ['--conditions=source'] });
}
