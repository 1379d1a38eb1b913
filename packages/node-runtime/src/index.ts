export { checkInWorker, type CheckWatch } from './check-in-worker.ts';
export { clock, now } from './clock.ts';
export { newThread } from './new-thread.ts';
