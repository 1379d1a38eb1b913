/// <reference lib="webworker" />
import { ruleImpact } from '@hearty-ladle/core';
import { clock } from '../clock.ts';
import type { ImpactQuestion } from './impact-finder.ts';

addEventListener('message', ({ data: { menu, rule } }: MessageEvent<ImpactQuestion>) => {
  postMessage(ruleImpact(menu, rule, clock));
});
