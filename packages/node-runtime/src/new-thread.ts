import { Worker } from 'node:worker_threads';

/**
 * Starts a module in a thread of its own. `file` names its source; built, the module beside it is meant. Run from the
 * sources, modules are read by tsx, which a new thread must be given again.
 */
export function newThread(file: URL, workerData?: object): Worker {
  if (!import.meta.url.endsWith('.ts')) return new Worker(new URL(file.href.replace(/\.ts$/, '.js')), { workerData });
  const start = `import(${JSON.stringify(import.meta.resolve('tsx/esm/api'))}).then(({ register }) => (register(), import(${JSON.stringify(file.href)})))`;
  return new Worker(start, { eval: true, workerData, execArgv: ['--conditions=source'] });
}
