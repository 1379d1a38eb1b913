#!/usr/bin/env node
// An example program that is told of orders and editions, in plain JavaScript: checks the signature and the time of every
// message and writes down what it says, each message once however often it is sent.
// Run: WEBHOOK_SECRET=whsec_… node docs/examples/receive-webhooks.mjs [port]
import { createHmac, timingSafeEqual } from 'node:crypto';
import { createServer } from 'node:http';

const [port = '4320'] = process.argv.slice(2);
const key = Buffer.from((process.env.WEBHOOK_SECRET ?? '').replace(/^whsec_/, ''), 'base64');
if (key.length === 0) throw new Error('Set WEBHOOK_SECRET to the secret that the house showed.');

const MOST_BYTES = 1024 * 1024;
/** A message that is older was sent again by somebody who read it on its way. */
const OLDEST_SECONDS = 300;
/** The messages that were read; keep them where they survive a restart, with the work that each caused. */
const known = new Set();

/** Whether the house sent the body just now. */
function isGenuine({ headers }, body) {
  const [id, timestamp] = [headers['webhook-id'], headers['webhook-timestamp']];
  if (!(Math.abs(Date.now() / 1000 - Number(timestamp)) <= OLDEST_SECONDS)) return false;
  const expected = createHmac('sha256', key).update(`${id}.${timestamp}.`).update(body).digest();
  return String(headers['webhook-signature'])
    .split(' ')
    .filter((one) => one.startsWith('v1,'))
    .map((one) => Buffer.from(one.slice('v1,'.length), 'base64'))
    .some((signature) => signature.length === expected.length && timingSafeEqual(signature, expected));
}

function read({ type, data }) {
  const money = (minor) => `${minor / 10 ** digits(data.currency)} ${data.currency}`;
  switch (type) {
    case 'order.placed':
      return `Order ${data.number}: ${data.lines.map(({ name }) => name).join(', ')}: ${money(data.total)}`;
    case 'order.voided':
      return `Order ${data.number}: something was voided (${data.reason}), ${money(data.due)} is left`;
    case 'edition.published':
      return `${data.location ?? 'The house'} has edition ${data.edition}${data.name && `, ${data.name}`}`;
    default:
      return `A message of the type ${type}`;
  }
}
const digits = (currency) =>
  new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits;

const server = createServer((request, response) => {
  const parts = [];
  let bytes = 0;
  request.on('data', (part) => {
    bytes += part.length;
    if (bytes <= MOST_BYTES) parts.push(part);
    else request.destroy();
  });
  request.on('end', () => {
    const body = Buffer.concat(parts);
    if (request.method !== 'POST' || !isGenuine(request, body)) return response.writeHead(401).end();
    const id = request.headers['webhook-id'];
    if (!known.has(id)) console.log(read(JSON.parse(body)));
    known.add(id);
    return response.writeHead(204).end();
  });
});
server.listen(Number(port), '127.0.0.1', () => {
  console.log(`Listening at http://127.0.0.1:${server.address().port}`);
});
