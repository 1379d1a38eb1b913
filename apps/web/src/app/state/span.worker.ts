/// <reference lib="webworker" />
import { type Analysis, analyzeItem } from '@hearty-ladle/core';
import { clock } from '../clock.ts';
import type { SpanAnswer, SpanQuestion } from './span-finder.ts';

const AT_ONCE = 40;
const tell = (answer: SpanAnswer) => postMessage(answer);

addEventListener('message', ({ data: { menu, ids, context } }: MessageEvent<SpanQuestion>) => {
  const found: Analysis[] = [];
  ids.forEach((id, i) => {
    const analysis = analyzeItem(menu, id, context, clock);
    if (analysis) found.push(analysis);
    if ((i + 1) % AT_ONCE === 0) tell({ found, isLast: false });
  });
  tell({ found, isLast: true });
});
