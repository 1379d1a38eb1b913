export { checkInWorker, type CheckWatch } from './check-in-worker.ts';
export { clock, now } from './clock.ts';
export { replayInWorker } from './replay-in-worker.ts';
export { describeInWorker } from './describe-in-worker.ts';
export { newThread } from './new-thread.ts';
export { countSheetInWorker, readTablesInWorker, writeTablesInWorker } from './tables-in-worker.ts';
