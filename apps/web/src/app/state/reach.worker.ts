/// <reference lib="webworker" />
import { applyUnchecked, reachOf } from '@hearty-ladle/core';
import { clock } from '../clock.ts';
import type { ReachMessage, ReachQuestion } from './reach-finder.ts';

const tell = (message: ReachMessage) => postMessage(message);

/** Computes what a change touches; terminated by its owner. */
addEventListener('message', ({ data: { before, change } }: MessageEvent<ReachQuestion>) => {
  const reach = reachOf(before, applyUnchecked(before, change), clock, (done, total) => {
    if (done % 10 === 0 || done === total) tell({ type: 'progress', done, total });
    return true;
  });
  if (reach) tell({ type: 'done', reach });
});
