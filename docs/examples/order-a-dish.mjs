#!/usr/bin/env node
// An example client of the guests' API, in plain JavaScript: reads the menu, answers what a dish must be asked, shows what
// it costs, places the order, and follows it. Run: node docs/examples/order-a-dish.mjs http://127.0.0.1:4310 [dish] [location]
import { randomUUID } from 'node:crypto';

const [house = 'http://127.0.0.1:4310', wanted, location] = process.argv.slice(2);

/** Asks the server; a refusal is a problem document (RFC 9457) that says why in `title`. */
async function ask(path, { body, key } = {}) {
  const response = await fetch(`${house}/api/shop${path}`, {
    ...(body && { method: 'POST', body: JSON.stringify(body) }),
    headers: {
      Accept: 'application/json',
      ...(body && { 'Content-Type': 'application/json' }),
      ...(key && { 'Idempotency-Key': key }),
    },
  });
  const answer = await response.json();
  if (!response.ok) throw Object.assign(new Error(answer.title ?? response.statusText), { answer });
  return answer;
}

/** The first choice on offer of every group that must be answered, until nothing is missing. */
async function answered(line) {
  const quote = await ask('/quote', { body: line });
  const missing = quote.problems.find(({ code, at }) => code === 'too-few' && at === undefined);
  const group = missing && quote.groups.find((one) => one.group === missing.group);
  const picked = new Set(line.picks.filter((pick) => pick.group === group?.group).map((pick) => pick.choice));
  const open = group?.choices.find(({ choice, state }) => state === 'open' && !picked.has(choice));
  if (!open) return { line, quote };
  return answered({ ...line, picks: [...line.picks, { group: group.group, choice: open.choice }] });
}

// Which edition is served, and where to read it: at that address it never changes, so it can be kept for ever.
const at = await ask(`/edition${location ? `?location=${location}` : ''}`);
const { menu } = await ask(
  `/editions/${at.edition}/${at.hash}/${at.language}${at.location ? `?location=${at.location}` : ''}`,
);
const name = (text) => (typeof text === 'string' ? text : (text[at.language] ?? text[menu.locales[0]]));
const money = (minor) =>
  new Intl.NumberFormat(at.language, { style: 'currency', currency: menu.currency }).format(minor / 100);

const dish = wanted ? menu.items.find(({ id }) => id === wanted) : menu.items[0];
if (!dish) throw new Error(`The menu has no dish “${wanted}”.`);
const where = { service: 'takeaway', ...(at.location && { location: at.location }) };
const { line, quote } = await answered({ ...where, item: dish.id, quantity: 1, picks: [] });
console.log(`${name(dish.name)}: ${money(quote.price.line)}`);
for (const { group, choice } of line.picks) console.log(`  ${group}: ${choice}`);
if (!quote.ok) throw new Error(`It can’t be ordered so: ${quote.problems.map(({ code }) => code).join(', ')}`);

// The same key never places two orders, so after a lost answer the same request is sent again.
const { item, quantity, picks } = line;
const order = { ...where, lines: [{ item, quantity, picks }] };
const total = await ask('/order-quote', { body: order });
const placed = await ask('/orders', { key: randomUUID(), body: { ...order, seenTotal: total.total } });
console.log(`Order ${placed.number} is placed: ${money(placed.total)}`);
const progress = await ask(`/orders/${placed.id}/progress`);
console.log(`${progress.bumped} of its ${progress.tickets} tickets are done.`);
