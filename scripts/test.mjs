// npm test: installs what is missing, checks the code, runs every test, and ends with "N passed, N failed".
import { spawn, spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { text } from 'node:stream/consumers';
import { checkLock } from './lib/check-lock.mjs';
import { ensureChromium, ensurePackages, ensurePostgres } from './lib/packages.mjs';
import { main, ROOT } from './lib/settings.mjs';

let passed = 0;
let failed = 0;
/** What failed, by name: told once more at the end, since the beginning of a long output may not be kept. */
const failures = [];

/** One check that either passes or fails; what it says is shown once it is done. */
async function check(name, command, args) {
  const child = spawn(command, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] });
  const [said, complained, [status]] = await Promise.all([
    text(child.stdout),
    text(child.stderr),
    once(child, 'close'),
  ]);
  process.stdout.write(`\n== ${name}\n${said}${complained}`);
  if (status === 0) passed++;
  else {
    failed++;
    failures.push(`${name}\n${said}${complained}`.slice(0, 2000));
  }
}

/** A test runner that writes its results to a file, from which the tests are counted. */
function tests(name, command, args, results, count, env = {}) {
  process.stdout.write(`\n== ${name}\n`);
  const { status } = spawnSync(command, args, {
    cwd: ROOT,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ...env },
  });
  const counted = readCounts(results, count);
  passed += counted.passed;
  failed += counted.failed;
  failures.push(...counted.names);
  if (status !== 0 && counted.failed === 0) {
    failed++;
    failures.push(`${name}: ended with status ${status}`);
  }
}

function readCounts(file, count) {
  try {
    return count(JSON.parse(readFileSync(file, 'utf8')));
  } catch {
    return { passed: 0, failed: 1, names: [`${file} can't be read`] };
  }
}

await main(async () => {
  ensurePackages();
  const bin = ensurePostgres();
  const chromium = ensureChromium();
  const folder = mkdtempSync(join(tmpdir(), 'hearty-ladle-results-'));
  const faults = checkLock();
  process.stdout.write(faults.length === 0 ? '== the lockfile is sound\n' : `${faults.join('\n')}\n`);
  if (faults.length === 0) passed++;
  else failed++;
  // Two lines of checks, one for each core.
  await Promise.all([
    (async () => {
      await check('types', 'npm', ['run', '-s', 'types']);
      await check('build', 'npm', ['run', '-s', 'build']);
    })(),
    (async () => {
      await check('lint', 'npx', ['eslint', '.', '--max-warnings', '0']);
      await check('format', 'npm', ['run', '-s', 'format:check']);
      await check('nothing unused', 'npm', ['run', '-s', 'unused']);
      await check('arrows between folders', 'npm', ['run', '-s', 'arrows']);
    })(),
  ]);
  const units = join(folder, 'units.json');
  tests(
    'unit and server tests',
    'npx',
    ['vitest', 'run', '--reporter=default', '--reporter=json', `--outputFile.json=${units}`],
    units,
    (json) => ({
      passed: json.numPassedTests,
      failed: json.numFailedTests + json.numFailedTestSuites * (json.numFailedTests === 0 ? 1 : 0),
      names: json.testResults
        .filter((file) => file.status === 'failed')
        .flatMap(({ name, message, assertionResults }) => [
          `${name} ${message}`,
          ...assertionResults
            .filter((one) => one.status === 'failed')
            .map((one) => `${one.fullName}\n${one.failureMessages.join('\n').slice(0, 2000)}`),
        ]),
    }),
    { POSTGRES_BIN: bin },
  );
  const journeys = join(folder, 'journeys.json');
  tests(
    'journeys in the browser',
    'npx',
    ['playwright', 'test', '--config', 'e2e/playwright.config.ts'],
    journeys,
    (json) => ({ passed: json.stats.expected, failed: json.stats.unexpected + json.stats.flaky, names: [] }),
    { POSTGRES_BIN: bin, CHROMIUM: chromium, PLAYWRIGHT_JSON_OUTPUT_NAME: journeys },
  );
  rmSync(folder, { recursive: true, force: true });
  if (failures.length > 0) process.stdout.write(`\nWhat failed:\n${failures.join('\n')}\n`);
  process.stdout.write(`\n${passed} passed, ${failed} failed\n`);
  process.exit(failed === 0 ? 0 : 1);
});
