// npm run test:faults [name …]: causes one kind of trouble after another. Bounded in count and time; uses only this
// machine's loopback; everything it starts ends with the script, however it ends.
import { main, Refusal } from '../lib/settings.mjs';
import { results } from './checks.mjs';
import { databaseTrouble } from './database-trouble.mjs';
import { flood } from './flood.mjs';
import { ordersUnderFire } from './orders-under-fire.mjs';
import { printersAtWork } from './printers-at-work.mjs';

const TROUBLES = { printers: printersAtWork, database: databaseTrouble, flood, orders: ordersUnderFire };

await main(async () => {
  const wanted = process.argv.slice(2);
  const unknown = wanted.find((name) => !(name in TROUBLES));
  if (unknown !== undefined)
    throw new Refusal(`There is no trouble called “${unknown}”; there are ${Object.keys(TROUBLES).join(', ')}.`);
  for (const [name, make] of Object.entries(TROUBLES)) {
    if (wanted.length > 0 && !wanted.includes(name)) continue;
    process.stdout.write(`\n== ${name}\n`);
    await make();
  }
  process.stdout.write(`\n${results.passed} passed, ${results.failed} failed\n`);
  process.exit(results.failed === 0 ? 0 : 1);
});
