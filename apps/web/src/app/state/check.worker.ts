/// <reference lib="webworker" />
import { analyzeItem, checkWorkbook, findingKey, LineCheck, provedMend, type Workbook } from '@hearty-ladle/core';
import { clock } from '../clock.ts';
import type { CheckMessage } from './check-message.ts';

const tell = (message: CheckMessage) => postMessage(message);

/** Mends are proved by checking the mended menu, so only of so many findings. */
const MENDED = 40;

/** While the first check runs, what it found is told so often; later ones are quick, and the old findings stay meanwhile. */
const TOLD_EVERY_MS = 400;
let isFirst = true;

/** What was proved before is remembered, for as long as the time of the check stays the same: an hour. */
const lineCheck = new LineCheck();
const contextNow = () => ({ at: `${clock(undefined).slice(0, 13)}:00` });

/** Checks the menu it receives, reports progress and looks for mends; terminated by its owner if that takes too long. */
addEventListener('message', ({ data: menu }: MessageEvent<Workbook>) => {
  const context = contextNow();
  let toldAt = -Infinity;
  const findings = checkWorkbook(menu, context, clock, lineCheck, (done, total, found) => {
    const isDue = isFirst && performance.now() - toldAt > TOLD_EVERY_MS;
    if (isDue) toldAt = performance.now();
    tell({ type: 'progress', done, total, ...(isDue && { found: [...found] }) });
    return true;
  });
  isFirst = false;
  const analyses = menu.items.flatMap(({ id }) => analyzeItem(menu, id, context, clock) ?? []);
  tell({ type: 'done', findings, analyses });
  for (const finding of findings.slice(0, MENDED)) {
    const mend = provedMend(menu, finding, findings, (mended) => checkWorkbook(mended, context, clock, lineCheck));
    if (mend) tell({ type: 'mend', finding: findingKey(finding), mend });
  }
  tell({ type: 'settled' });
});
