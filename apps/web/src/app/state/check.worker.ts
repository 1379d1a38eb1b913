/// <reference lib="webworker" />
import { analyzeItem, checkWorkbook, findingKey, provedMend, type Workbook } from '@hearty-ladle/core';
import { clock } from '../clock.ts';
import type { CheckMessage } from './check-message.ts';

const tell = (message: CheckMessage) => postMessage(message);

/** Mends are proved by checking the whole mended menu, so only of so many findings. */
const MENDED = 40;

/** Checks the menu it receives, reports progress and looks for mends; terminated by its owner. */
addEventListener('message', ({ data: menu }: MessageEvent<Workbook>) => {
  const findings = checkWorkbook(menu, {}, clock, (done, total) => {
    tell({ type: 'progress', done, total });
    return true;
  });
  const analyses = menu.items.flatMap(({ id }) => analyzeItem(menu, id, {}, clock) ?? []);
  tell({ type: 'done', findings, analyses });
  for (const finding of findings.slice(0, MENDED)) {
    const mend = provedMend(menu, finding, findings, {}, clock);
    if (mend) tell({ type: 'mend', finding: findingKey(finding), mend });
  }
});
