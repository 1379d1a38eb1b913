// The lockfile names no address, and holds every platform's package of those that ship one for each platform.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './settings.mjs';

export function checkLock() {
  const lock = JSON.parse(readFileSync(join(ROOT, 'package-lock.json'), 'utf8'));
  const packages = Object.entries(lock.packages);
  const names = new Set(packages.map(([path]) => path.split('node_modules/').at(-1)));
  const faults = [];
  for (const [path, { resolved, optionalDependencies = {} }] of packages) {
    if (/^https?:/.test(resolved ?? '')) faults.push(`${path} names an address: ${resolved}`);
    for (const name of Object.keys(optionalDependencies)) {
      // Platform packages stand beside each other; when some are there, all of them must be.
      if (name.includes('/') && !names.has(name) && isPlatformPackage(name)) faults.push(`${path} misses its package ${name}; run npm i --package-lock-only`);
    }
  }
  return faults;
}

function isPlatformPackage(name) {
  return /(linux|darwin|win32|freebsd|android|openbsd|netbsd|sunos|aix|openharmony|wasm32)/.test(name);
}
