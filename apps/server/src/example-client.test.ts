import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { expect, it } from 'vitest';
import { ticketsOf } from './testing/requests.ts';
import { useTwoServers } from './testing/test-house.ts';

let one: string;
useTwoServers((opened) => ({ one } = opened));

const CLIENT = fileURLToPath(new URL('../../../docs/examples/order-a-dish.mjs', import.meta.url));

/** Runs the example client as a reader of the docs would. */
function run(...args: readonly string[]): Promise<{ code: number | null; out: string; err: string }> {
  return new Promise((resolve) => {
    const client = spawn(process.execPath, [CLIENT, ...args]);
    let [out, err] = ['', ''];
    client.stdout.on('data', (part: Buffer) => (out += part.toString()));
    client.stderr.on('data', (part: Buffer) => (err += part.toString()));
    client.on('close', (code) => resolve({ code, out, err }));
  });
}

it('the example client reads the menu, answers what must be answered, orders, and follows the order', async () => {
  const { code, out, err } = await run(one, 'ember', 'steps');
  expect({ code, err }).toEqual({ code: 0, err: '' });
  expect(out).toMatch(/^Ember broth: €\d+\.\d\d\n( {2}[\w-]+: [\w-]+\n)+Order (\d+) is placed: €\d+\.\d\d\n/);
  const [, number] = /Order (\d+) is placed/.exec(out) ?? [];
  expect((await ticketsOf(one, Number(number))).length).toBeGreaterThan(0);
  const wrong = await run(one, 'lobster');
  expect(wrong.code).toBe(1);
  expect(wrong.err).toContain('The menu has no dish “lobster”.');
});
