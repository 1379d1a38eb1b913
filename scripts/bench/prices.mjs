// npm run bench:prices: 5,000 prices in one grid. Frames while it scrolls, beside those of a bare virtual table of as many
// rows; a key until its cell shows it; and raising all of them as one change. Prints medians and 95th percentiles; no
// pass or fail.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { CHROMIUM_ARGS } from '../lib/chromium-args.mjs';
import { ensureChromium } from '../lib/packages.mjs';
import { main, ROOT } from '../lib/settings.mjs';
import { ownersBrowser } from '../lib/house.mjs';
import { withHouse, within } from './large-house.mjs';

const GROUPS = 51;
const CHOICES = 98;
const SCROLL_MS = 3_000;
const SCROLL_STEP = 120;
const KEYS = 60;

/** The demo, and groups that nothing asks, with a price for each choice. */
function pricedMenu() {
  const menu = JSON.parse(readFileSync(join(ROOT, 'demo/small-house.json'), 'utf8'));
  const groups = Array.from({ length: GROUPS }, (_, i) => ({
    kind: 'choices',
    id: `priced-${i}`,
    name: `Priced ${i}`,
    prompt: 'Which?',
    min: 0,
    max: null,
    choices: Array.from({ length: CHOICES }, (__, j) => ({
      id: `c${j}`,
      name: `Choice ${j}`,
      price: { add: 100 + j },
    })),
  }));
  return { ...menu, groups: [...menu.groups, ...groups] };
}

/** Lengths of frames in milliseconds while an element scrolls. Runs in the page. */
async function framesWhileScrolling({ find, ms, step }) {
  const box = document.querySelector(find);
  if (!box) throw new Error(`there is no ${find}`);
  const frames = [];
  const next = () => new Promise((resolve) => requestAnimationFrame(resolve));
  let before = await next();
  const end = before + ms;
  while (before < end) {
    box.scrollTop += step;
    const now = await next();
    frames.push(now - before);
    before = now;
  }
  return frames;
}

/** Time from a key until the cell shows it and a frame has been drawn. Runs in the page. */
async function timesOfKeys({ find, keys }) {
  const cell = /** @type {HTMLInputElement | null} */ (document.querySelector(find));
  if (!cell) throw new Error(`there is no ${find}`);
  cell.focus();
  const times = [];
  for (let i = 0; i < keys; i++) {
    const began = performance.now();
    cell.value = `1.${String(i % 100).padStart(2, '0')}`;
    cell.dispatchEvent(new Event('input', { bubbles: true }));
    await new Promise((resolve) => requestAnimationFrame(resolve));
    times.push(performance.now() - began);
    await new Promise((resolve) => setTimeout(resolve, 60));
  }
  return times;
}

/** Time from a click on a button until the change that it makes is saved. Runs in the page. */
async function timeUntilSaved(button) {
  const status = document.querySelector('header .status');
  const began = performance.now();
  button.click();
  const read = () => status?.textContent?.trim();
  const frame = () => new Promise((resolve) => requestAnimationFrame(resolve));
  while (read() === 'Saved') await frame();
  while (read() !== 'Saved') await frame();
  return performance.now() - began;
}

/** A table of as many rows and columns that draws only what is seen, and does nothing else. Runs in the page. */
function bareTable({ rows }) {
  const HEIGHT = 40;
  document.body.innerHTML =
    '<div id="bare" style="height:600px;overflow:auto;position:relative"><div id="all"></div></div>';
  const box = document.getElementById('bare');
  const all = document.getElementById('all');
  if (!box || !all) return;
  all.style.height = `${rows * HEIGHT}px`;
  const draw = () => {
    const first = Math.floor(box.scrollTop / HEIGHT);
    all.innerHTML = Array.from(
      { length: 18 },
      (_, i) =>
        `<div style="position:absolute;top:${(first + i) * HEIGHT}px;height:${HEIGHT}px"><input type="checkbox"> Row ${
          first + i
        } <input value="${first + i}"><input value="${first + i}"></div>`,
    ).join('');
  };
  box.addEventListener('scroll', draw);
  draw();
}

function summary(times) {
  const sorted = [...times].sort((a, b) => a - b);
  const at = (share) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;
  return `median ${at(0.5).toFixed(1)} ms, p95 ${at(0.95).toFixed(1)} ms`;
}

async function measure(browser, house) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, storageState: ownersBrowser() });
  await page.goto(`${house.address}/prices`);
  await page.locator('hl-prices-page tbody tr').first().waitFor();
  const rows = GROUPS * CHOICES;
  await page.waitForTimeout(4_000);
  const scroll = { find: 'hl-prices-page .p-virtualscroller', ms: SCROLL_MS, step: SCROLL_STEP };
  const ours = await within(60_000, 'scrolling', page.evaluate(framesWhileScrolling, scroll));
  const bare = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await bare.evaluate(bareTable, { rows });
  const theirs = await within(60_000, 'scrolling', bare.evaluate(framesWhileScrolling, { ...scroll, find: '#bare' }));
  await bare.close();
  process.stdout.write(`frames while ${rows} prices scroll: ${summary(ours)}; of a bare table: ${summary(theirs)}\n`);
  await page.getByLabel('Find', { exact: true }).fill('Priced');
  await page.waitForTimeout(1_000);
  const keys = await within(60_000, 'typing', page.evaluate(timesOfKeys, { find: '[data-cell="0 0"]', keys: KEYS }));
  process.stdout.write(`a key until its frame is drawn: ${summary(keys)}\n`);
  await page.reload();
  await page.getByLabel('Find', { exact: true }).fill('Priced');
  await page.getByLabel('by', { exact: true }).fill('4%');
  const change = page.getByRole('button', { name: /^Change \d+ prices$/ });
  await change.waitFor();
  await page.waitForTimeout(1_000);
  const raised = await within(60_000, 'raising', change.evaluate(timeUntilSaved));
  process.stdout.write(`raising ${rows} prices by 4 %, from the click until Saved: ${raised.toFixed(0)} ms\n`);
  await page.close();
}

await main(async () => {
  const browser = await within(
    60_000,
    'starting the browser',
    chromium.launch({ executablePath: ensureChromium(), args: CHROMIUM_ARGS }),
  );
  try {
    await withHouse(pricedMenu(), (house) => measure(browser, house));
  } finally {
    await browser.close();
  }
});
