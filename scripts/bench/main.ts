// npm run bench: ratios measured side by side in one run, of the core as it is built and shipped. Times differ between
// machines; ratios less so.
import highsLoader from 'highs';
import { Engine } from 'json-rules-engine';
import {
  analyzeItem,
  checkMenu,
  fallout,
  type Line,
  type Menu,
  OrderReplay,
  type Pantry,
  quoteLine,
  quoteOrder,
  standing,
} from '@hearty-ladle/core';
import { plainMenu, priceModel } from '../../packages/core/src/testing/price-model.ts';
import { randomMenu } from '../../packages/core/src/testing/random-menu.ts';
import { asEngineRule, factsOf } from './engine-rules.ts';
import { largeLines, largeMenu, shortCondition, unheardLines, wholeCondition } from './menus.ts';

const clock = () => '2026-05-12T13:00';
const say = (text: string) => process.stdout.write(`${text}\n`);

/**
 * Milliseconds per call of each of several functions. Their rounds alternate, so that other load affects all alike; the
 * best round of each counts, after a warm-up.
 */
async function timed(
  rounds: number,
  things: readonly { calls: number; call: (n: number) => unknown }[],
): Promise<number[]> {
  const best = things.map(() => Infinity);
  for (let round = 0; round <= rounds; round++) {
    for (const [i, { calls, call }] of things.entries()) {
      const start = performance.now();
      for (let n = 0; n < calls; n++) {
        const given = call(n);
        if (given instanceof Promise) await given;
      }
      if (round > 0) best[i] = Math.min(best[i] ?? Infinity, (performance.now() - start) / calls);
    }
  }
  return best;
}

async function quoteAgainstRules(kind: string, conditionOf: typeof wholeCondition): Promise<void> {
  const menu = largeMenu(1, conditionOf);
  const lines = largeLines(64);
  const engine = new Engine();
  for (let r = 0; r < 15; r++) engine.addRule({ conditions: asEngineRule(conditionOf(r)), event: { type: `r${r}` } });
  const facts = lines.map(factsOf);
  const unheard = unheardLines(26_000);
  let asked = 0;
  const [ours = 0, theirs = 0, first = 0] = await timed(12, [
    { calls: 4_000, call: (n) => quoteLine(menu, lines[n % 64] as Line, clock) },
    { calls: 200, call: (n) => engine.run(facts[n % 64]) },
    { calls: 2_000, call: () => quoteLine(menu, unheard[asked++] as Line, clock) },
  ]);
  say(
    `quote of a large line, 15 rules with ${kind}: ${(ours * 1000).toFixed(1)} µs, ${Math.round(1000 / ours)} a second on one core`,
  );
  say(`  of lines with random answers, none asked before: ${(first * 1000).toFixed(1)} µs`);
  say(
    `  json-rules-engine on these 15 conditions alone: ${(theirs * 1000).toFixed(1)} µs; ratio ${(theirs / ours).toFixed(1)} (goal 50)`,
  );
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
    const [our = 0, their = 0] = await timed(5, [
      { calls: 20, call: () => analyzeItem(menu, 'it0', {}, clock) },
      {
        calls: 2,
        call: () => [priceModel(menu, 'Minimize'), priceModel(menu, 'Maximize')].map((model) => highs.solve(model.lp)),
      },
    ]);
    ours += our;
    theirs += their;
  }
  say(
    `price span of an item: ${(ours / menus.length).toFixed(2)} ms; highs ${(theirs / menus.length).toFixed(2)} ms; ` +
      `ratio ${(theirs / ours).toFixed(1)} (goal 20, same answer)`,
  );
}

async function largeAnalysis(): Promise<void> {
  const menu = largeMenu();
  const [ms = 0] = await timed(3, [{ calls: 3, call: () => analyzeItem(menu, 'it0', {}, clock) }]);
  const found = analyzeItem(menu, 'it0', {}, clock);
  say(
    `analysis of 12 groups of 10 choices with 15 rules: ${ms.toFixed(1)} ms, exact: ${found?.exact}, ` +
      `${found?.builds.length} digits of builds`,
  );
}

async function checkAgainstAnalyses(): Promise<void> {
  const menu = largeMenu(500);
  const [single = 0, whole = 0] = await timed(2, [
    { calls: 1, call: () => menu.items.forEach(({ id }) => analyzeItem(menu, id, {}, clock)) },
    { calls: 1, call: () => checkMenu(menu, {}, clock) },
  ]);
  say(
    `line check of 500 items: ${whole.toFixed(0)} ms; 500 single analyses: ${single.toFixed(0)} ms; ` +
      `ratio ${(whole / single).toFixed(2)} (goal 1.2)`,
  );
}

/** What is out and left of a large house, half of whose dishes use what is counted; and what one deed takes down. */
async function stockOfLargeHouse(): Promise<void> {
  const menu = largeMenu(2_000);
  const ingredients = Array.from({ length: 500 }, (_, i) => ({ id: `i${i}`, name: `Thing ${i}`, unit: 'g' }));
  const stocked: Menu = {
    ...menu,
    ingredients,
    items: menu.items.map((item, i) =>
      i % 2 === 0 ? { ...item, uses: [{ ingredient: `i${i % 500}`, quantity: 120 }] } : item,
    ),
  };
  const counts = ingredients.map(({ id }, i) => ({ what: { ingredient: id }, onHand: 100 * i }));
  const pantry: Pantry = { format: 'hearty-ladle/pantry@1', counts };
  const houses = largeMenu(500);
  const deed = { choices: ['g2/c0', 'g2/c1'] };
  const [told = 0, quoted = 0, fallen = 0] = await timed(3, [
    { calls: 20, call: () => standing(stocked, pantry, {}, clock) },
    { calls: 200, call: (n) => quoteLine(stocked, { item: `it${n}` }, clock) },
    { calls: 1, call: () => fallout(houses, {}, {}, deed, clock) },
  ]);
  say(
    `standing of 2,000 items with 500 counts: ${told.toFixed(1)} ms (goal 20), as long as ${Math.round(told / quoted)} quotes`,
  );
  say(`fallout of one deed on 500 dishes that all have it or might: ${fallen.toFixed(0)} ms (goal 1,000)`);
}

/** Past orders of four large lines each, quoted with a menu and with one whose base prices are raised. */
async function replayOfOrders(): Promise<void> {
  const menu = largeMenu(1);
  const dearer: Menu = {
    ...menu,
    items: menu.items.map((item) => (typeof item.price === 'number' ? { ...item, price: item.price + 50 } : item)),
  };
  const lines = unheardLines(80_000);
  const orders = Array.from({ length: 20_000 }, (_, i) => ({ at: clock(), lines: lines.slice(i * 4, i * 4 + 4) }));
  const [replayed = 0, quoted = 0] = await timed(1, [
    {
      calls: 1,
      call: () => {
        const replay = new OrderReplay(menu, dearer);
        for (const order of orders) replay.replay(order);
      },
    },
    { calls: 1, call: () => orders.forEach((order) => quoteOrder(menu, order, clock)) },
  ]);
  say(
    `replay of 20,000 orders of four large lines: ${(replayed / 1000).toFixed(1)} s; quoting them once: ` +
      `${(quoted / 1000).toFixed(1)} s; ratio ${(replayed / quoted).toFixed(2)} (2 is no cost of its own)`,
  );
}

await quoteAgainstRules('every kind of condition', wholeCondition);
await quoteAgainstRules('one or two conditions', shortCondition);
await spanAgainstHighs();
await largeAnalysis();
await checkAgainstAnalyses();
await stockOfLargeHouse();
await replayOfOrders();
