/// <reference lib="webworker" />
import { type Analysis, checkWorkbook, findingKey, LineCheck, provedMend } from '@hearty-ladle/core';
import { clock } from '../clock.ts';
import type { CheckMessage } from './check-message.ts';
import { KeptAnalyses } from './kept-analyses.ts';
import { type MenuPost, PostedMenus } from './menu-post.ts';

const tell = (message: CheckMessage) => postMessage(message);

/** Mends are proved by checking the mended menu, so only of so many findings. */
const MENDED = 40;
/** So many dishes are analysed before messages are let in. */
const AT_ONCE = 40;

/** How often progress is told: once for each of two thousand dishes would keep the page busy. */
const PROGRESS_EVERY_MS = 100;
/** While the first check runs, what it found is told so often; later ones are quick, and the old findings stay meanwhile. */
const TOLD_EVERY_MS = 400;
let isFirst = true;

/** What was proved before is remembered, for as long as the time of the check stays the same: an hour. */
const lineCheck = new LineCheck();
const menus = new PostedMenus();
const analyses = new KeptAnalyses();
const contextNow = () => ({ at: `${clock(undefined).slice(0, 13)}:00` });

/** The newest menu to check; of an older one, analyses and mends are left. */
let newest: MenuPost | undefined;
let before = Promise.resolve();

addEventListener('message', ({ data }: MessageEvent<MenuPost>) => {
  newest = data;
  before = before.then(() => check(data)).catch(reportError);
});

/** Checks a menu, tells progress, analyses its dishes and looks for mends; terminated by its owner if the check itself takes too long. */
async function check(post: MenuPost): Promise<void> {
  const menu = menus.menuOf(post);
  const context = contextNow();
  let [progressAt, toldAt] = [performance.now(), -Infinity];
  const findings = checkWorkbook(menu, context, clock, lineCheck, (done, total, found) => {
    const now = performance.now();
    const isDue = isFirst && now - toldAt > TOLD_EVERY_MS;
    if (!isDue && now - progressAt < PROGRESS_EVERY_MS) return true;
    progressAt = now;
    if (isDue) toldAt = now;
    tell({ type: 'progress', done, total, ...(isDue && { found: [...found] }) });
    return true;
  });
  isFirst = false;
  tell({ type: 'done', findings });
  const analyse = analyses.of(menu, context, clock);
  const analysed: Analysis[] = [];
  for (const [i, item] of menu.items.entries()) {
    if (i % AT_ONCE === 0 && (await isOvertaken(post))) break;
    const analysis = analyse(item);
    if (analysis) analysed.push(analysis);
  }
  if (post === newest) tell({ type: 'analyzed', analyses: analysed });
  for (const finding of findings.slice(0, MENDED)) {
    if (await isOvertaken(post)) break;
    const mend = provedMend(menu, finding, findings, (mended) => checkWorkbook(mended, context, clock, lineCheck));
    if (mend) tell({ type: 'mend', finding: findingKey(finding), mend });
  }
  tell({ type: 'settled' });
}

/** Lets messages arrive that wait to be received; whether one of them asks for another menu to be checked. */
async function isOvertaken(post: MenuPost): Promise<boolean> {
  await new Promise((resolve) => setTimeout(resolve));
  return post !== newest;
}
