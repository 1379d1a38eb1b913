// Installs what is missing: npm packages from the lockfile, programs from Debian's packages.
import { existsSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { run } from './run.mjs';
import { isRoot, Refusal, ROOT } from './settings.mjs';

const STAMP = join(ROOT, 'node_modules', '.hearty-ladle-installed');

/** Runs npm ci if there are no packages, or if the lockfile is newer. */
export function ensurePackages() {
  const lock = join(ROOT, 'package-lock.json');
  if (existsSync(STAMP) && statSync(STAMP).mtimeMs >= statSync(lock).mtimeMs) return;
  process.stdout.write('Installing packages …\n');
  run('npm', ['ci', '--no-audit', '--no-fund'], { env: { PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1' } });
  writeFileSync(STAMP, '');
}

/** The folder of PostgreSQL's programs; installs them from Debian's packages if missing. @returns {string} */
export function ensurePostgres() {
  return findPostgres() ?? (aptInstall('postgresql'), findPostgres()) ?? fail('PostgreSQL could not be installed.');
}

/**
 * Debian's Chromium for tests and measurements. Its headless shell, which has no windows, takes a seventh less time; where
 * that can't be installed, the whole browser serves as well.
 * @returns {string} path of the program
 */
export function ensureChromium() {
  const [shell, whole] = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'];
  if (existsSync(shell)) return shell;
  try {
    aptInstall('chromium-headless-shell');
  } catch (error) {
    if (!existsSync(whole)) throw error;
    process.stdout.write('The headless shell could not be installed: Chromium is used.\n');
  }
  return [shell, whole].find((path) => existsSync(path)) ?? fail('Chromium could not be installed.');
}

function findPostgres() {
  const base = '/usr/lib/postgresql';
  if (!existsSync(base)) return undefined;
  const versions = readdirSync(base).filter((version) => existsSync(join(base, version, 'bin', 'initdb')));
  const newest = versions.sort((a, b) => Number(b) - Number(a))[0];
  return newest && join(base, newest, 'bin');
}

function aptInstall(name) {
  process.stdout.write(`Installing ${name} from Debian's packages …\n`);
  const sudo = isRoot ? [] : ['sudo', '-n'];
  const apt = (...args) => {
    const [command, ...rest] = [...sudo, 'env', 'DEBIAN_FRONTEND=noninteractive', 'apt-get', '-qq', ...args];
    run(command, rest);
  };
  try {
    apt('update');
    // The package would start a system-wide server, which is not wanted.
    apt('install', '-y', '--no-install-recommends', name);
  } catch (error) {
    throw new Refusal(
      `${name} is missing and could not be installed with apt-get (root or sudo is needed): ${error.message.slice(-400)}`,
    );
  }
}

/** @returns {never} */
function fail(sentence) {
  throw new Refusal(sentence);
}
