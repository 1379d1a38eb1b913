import { parentPort, workerData } from 'node:worker_threads';
import { type DatedOrder, type Menu, OrderReplay, type ReplayedByDish, type ReplaySums } from '@hearty-ladle/core';

/** An order to replay, by its place among those that were sent. */
export type ReplayRequest = { readonly orders: readonly DatedOrder[] } | { readonly end: true };
/** What came of the orders of a request, in their order; at the end the sums of all. */
export type ReplayAnswer =
  { readonly differing: readonly (ReplayedByDish | undefined)[] } | { readonly sums: ReplaySums };

const { before, after } = workerData as { before: Menu; after: Menu };
const replay = new OrderReplay(before, after);
parentPort?.on('message', (request: ReplayRequest) => {
  const answer: ReplayAnswer =
    'end' in request ? { sums: replay.sums } : { differing: request.orders.map((order) => replay.replayByDish(order)) };
  parentPort?.postMessage(answer);
  if ('end' in request) parentPort?.close();
});
