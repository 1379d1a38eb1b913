import { Worker } from 'node:worker_threads';

/**
 * Starts a module in a thread. `file` is its source; in a build, the compiled module beside it is used. When run from
 * sources, the thread needs tsx registered again. A thread that takes more memory than allowed ends with an error.
 */
export function newThread(file: URL, workerData?: object, mostMegabytes?: number): Worker {
  const limits = mostMegabytes === undefined ? {} : { resourceLimits: { maxOldGenerationSizeMb: mostMegabytes } };
  if (!import.meta.url.endsWith('.ts'))
    return new Worker(new URL(file.href.replace(/\.ts$/, '.js')), { workerData, ...limits });
  const [tsx, source] = [JSON.stringify(import.meta.resolve('tsx/esm/api')), JSON.stringify(file.href)];
  const start = `import(${tsx}).then(({ register }) => (register(), import(${source})))`;
  return new Worker(start, { eval: true, workerData, execArgv: ['--conditions=source'], ...limits });
}
