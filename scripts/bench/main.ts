// npm run bench: ratios measured side by side in one run. Timings differ from machine to machine; ratios hold better.
import highsLoader from 'highs';
import { Engine } from 'json-rules-engine';
import { analyzeItem, checkMenu, quoteLine } from '@hearty-ladle/core';
import { plainMenu, priceModel } from '../../packages/core/src/testing/price-model.ts';
import { randomMenu } from '../../packages/core/src/testing/random-menu.ts';
import { largeLine, largeMenu } from './menus.ts';

const clock = () => '2026-05-12T13:00';
const say = (text: string) => process.stdout.write(`${text}\n`);

/** Milliseconds for one call, the best of several rounds, after a warm-up. */
async function timed(rounds: number, calls: number, call: () => unknown): Promise<number> {
  let best = Infinity;
  for (let round = 0; round <= rounds; round++) {
    const start = performance.now();
    for (let i = 0; i < calls; i++) await call();
    if (round > 0) best = Math.min(best, (performance.now() - start) / calls);
  }
  return best;
}

async function quoteAgainstRules(): Promise<void> {
  const menu = largeMenu();
  const engine = new Engine();
  for (let r = 0; r < 15; r++) {
    const all = [{ fact: `g${r % 3}`, operator: 'contains', value: `c${r % 10}` }, { fact: 'channel', operator: 'notEqual', value: 'pos' }];
    engine.addRule({ conditions: { all: r % 3 === 0 ? all.slice(0, 1) : all }, event: { type: `r${r}` } });
  }
  const facts = { channel: 'online', g0: ['c4'], g1: ['c4'], g2: ['c4'] };
  const ours = await timed(5, 2_000, () => quoteLine(menu, largeLine, clock));
  const theirs = await timed(5, 200, () => engine.run(facts));
  say(`quote of a large line: ${ours.toFixed(4)} ms, ${Math.round(1000 / ours)} a second on one core`);
  say(`  json-rules-engine on its 15 conditions alone: ${theirs.toFixed(4)} ms; ratio ${(theirs / ours).toFixed(1)} (goal 50)`);
}

async function spanAgainstHighs(): Promise<void> {
  const highs = await highsLoader();
  const menus = [3, 8, 17, 20].map((seed) => plainMenu(randomMenu(seed, { groups: 12, choices: 10, rules: 0 })));
  let [ours, theirs] = [0, 0];
  for (const menu of menus) {
    const { lp, constant } = priceModel(menu, 'Minimize');
    const solution = highs.solve(lp);
    const low = solution.Status === 'Optimal' ? Math.round(solution.ObjectiveValue) + constant : null;
    const found = analyzeItem(menu, 'it0', {}, clock)?.price?.min ?? null;
    if (low !== found) throw new Error(`the lowest prices differ: ${found} and ${low}`);
    ours += await timed(3, 10, () => analyzeItem(menu, 'it0', {}, clock));
    theirs += await timed(3, 3, () => [priceModel(menu, 'Minimize'), priceModel(menu, 'Maximize')].map((model) => highs.solve(model.lp)));
  }
  say(`price span of an item: ${(ours / menus.length).toFixed(2)} ms; highs ${(theirs / menus.length).toFixed(2)} ms; ratio ${(theirs / ours).toFixed(1)} (goal 20, same answer)`);
}

async function largeAnalysis(): Promise<void> {
  const menu = largeMenu();
  const ms = await timed(3, 3, () => analyzeItem(menu, 'it0', {}, clock));
  const found = analyzeItem(menu, 'it0', {}, clock);
  say(`analysis of 12 groups of 10 choices with 15 rules: ${ms.toFixed(1)} ms, exact: ${found?.exact}, ${found?.builds.length} digits of builds`);
}

async function checkAgainstAnalyses(): Promise<void> {
  const menu = largeMenu(500);
  const single = await timed(1, 1, () => menu.items.forEach(({ id }) => analyzeItem(menu, id, {}, clock)));
  const whole = await timed(1, 1, () => checkMenu(menu, {}, clock));
  say(`line check of 500 items: ${whole.toFixed(0)} ms; 500 single analyses: ${single.toFixed(0)} ms; ratio ${(whole / single).toFixed(2)} (goal 1.2)`);
}

await quoteAgainstRules();
await spanAgainstHighs();
await largeAnalysis();
await checkAgainstAnalyses();
