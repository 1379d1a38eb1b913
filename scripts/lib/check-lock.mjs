// The lockfile contains no URL, and lists the package of every platform for packages that ship one per platform.
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
      // Platform packages are siblings; if some are listed, all of them must be.
      if (name.includes('/') && !names.has(name) && isPlatformPackage(name))
        faults.push(`${path} misses its package ${name}; run npm i --package-lock-only`);
    }
  }
  return faults;
}

function isPlatformPackage(name) {
  return /(linux|darwin|win32|freebsd|android|openbsd|netbsd|sunos|aix|openharmony|wasm32)/.test(name);
}
