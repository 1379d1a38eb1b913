// Results of the fault tests, and a deterministic random generator.
import { asOwner } from '../lib/house.mjs';

let state = 20_261;
export const random = (below) => (state = (state * 48_271) % 2_147_483_647) % below;

export const results = { passed: 0, failed: 0 };

/** Passes if `wrong` is empty; otherwise prints its first entry. */
export function check(name, wrong) {
  const isWell = wrong.length === 0;
  if (isWell) results.passed++;
  else results.failed++;
  const rest = wrong.length > 8 ? ` and ${wrong.length - 8} more` : '';
  process.stdout.write(isWell ? `✓ ${name}\n` : `✘ ${name}: ${wrong.slice(0, 8).join('; ')}${rest}\n`);
}

export const say = (text) => process.stdout.write(`${text}\n`);

const LONGEST_MS = 20_000;

/** Sends a request; returns its status (0: not answered), length and time in milliseconds. */
export async function timed(url, body, headers = {}) {
  const began = performance.now();
  const options =
    body === undefined
      ? { headers: asOwner() }
      : {
          method: 'POST',
          headers: { 'content-type': 'application/json', ...asOwner(), ...headers },
          body: typeof body === 'string' ? body : JSON.stringify(body),
        };
  try {
    const response = await fetch(url, { ...options, signal: AbortSignal.timeout(LONGEST_MS) });
    const text = await response.text();
    return { status: response.status, length: text.length, ms: performance.now() - began, text };
  } catch {
    return { status: 0, length: 0, ms: performance.now() - began, text: '' };
  }
}

/** Prints the median, the 99th percentile and the maximum of some response times. */
export function sayTimes(name, answers) {
  const sorted = answers.map(({ ms }) => ms).sort((a, b) => a - b);
  const at = (share) => (sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0).toFixed(0);
  const counts = new Map();
  for (const { status } of answers) counts.set(status, (counts.get(status) ?? 0) + 1);
  const statuses = [...counts].map(([status, count]) => `${status}: ${count}`).join(', ');
  say(
    `  ${name}: ${answers.length} answered, median ${at(0.5)} ms, 99th percentile ${at(0.99)} ms, longest ${at(1)} ms (${statuses})`,
  );
}
