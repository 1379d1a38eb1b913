/// <reference lib="webworker" />
import { analyzeItem, checkMenu, promiseFindings, promisesOf, type Workbook } from '@hearty-ladle/core';
import { clock } from '../../../clock.ts';
import type { CheckMessage } from './check-message.ts';

const tell = (message: CheckMessage) => postMessage(message);

/** Checks the menu it receives and reports progress; terminated by its owner. */
addEventListener('message', ({ data: menu }: MessageEvent<Workbook>) => {
  const findings = checkMenu(menu, {}, clock, (done, total) => {
    tell({ type: 'progress', done, total });
    return true;
  });
  const analyses = menu.items.flatMap(({ id }) => analyzeItem(menu, id, {}, clock) ?? []);
  const broken = promiseFindings(menu, promisesOf(menu), clock);
  tell({ type: 'done', findings: [...broken, ...findings], analyses });
});
