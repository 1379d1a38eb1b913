import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openHouse } from '../lib/house.mjs';

/** Opens a house with a menu for as long as the work takes. */
export async function withHouse(menu, work) {
  const folder = mkdtempSync(join(tmpdir(), 'hearty-ladle-large-'));
  const file = join(folder, 'menu.json');
  writeFileSync(file, JSON.stringify(menu));
  const house = await openHouse({ menu: file });
  try {
    await house.startServer();
    await work(house);
  } finally {
    await house.close();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Rejects if the promise takes too long, for example because the browser crashed. */
export function within(ms, what, promise) {
  let timer;
  const late = new Promise(
    (_, reject) => (timer = setTimeout(() => reject(new Error(`${what} took longer than ${ms / 1_000} s`)), ms)),
  );
  return Promise.race([promise, late]).finally(() => clearTimeout(timer));
}
