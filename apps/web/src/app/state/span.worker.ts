/// <reference lib="webworker" />
import { type Analysis, analyzeItem, localMinute } from '@hearty-ladle/core';
import type { SpanAnswer, SpanQuestion } from './span-finder.ts';

const clock = (timeZone: string | undefined) => localMinute(new Date(), timeZone);
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
