import { readFileSync } from 'node:fs';
import { faultMessage, type Menu } from '@hearty-ladle/core';
import { parseMenuDocument } from '@hearty-ladle/core/validation';
import { connectWithPatience, newDataSource } from './db/data-source.ts';
import { runMigrations } from './db/run-migrations.ts';
import { restoreDemo } from './demo/restore-demo.ts';

/**
 * Loads the demo into a database that has no menu, or with `--replace` in place of everything. With `--empty`, loads a
 * house without dishes instead; with a file, its menu and a small pantry.
 */
async function loadDemo(url: string, args: readonly string[]): Promise<void> {
  const file = args.find((arg) => !arg.startsWith('--'));
  const content = args.includes('--empty') ? 'empty' : file === undefined ? 'demo' : readMenu(file);
  const database = newDataSource(url, { isPatient: true });
  await runMigrations(url);
  await connectWithPatience(database);
  await restoreDemo(database, content, args.includes('--replace'));
  await database.destroy();
}

function readMenu(file: string): Menu {
  const parsed = parseMenuDocument(JSON.parse(readFileSync(file, 'utf8')));
  if (!parsed.ok) throw new Error(parsed.faults.map((fault) => `${fault.path}: ${faultMessage(fault)}`).join('\n'));
  return parsed.value;
}

try {
  await loadDemo(process.env['DATABASE_URL'] ?? '', process.argv.slice(2));
} catch (error) {
  process.stderr.write(`${error instanceof Error && error.message ? error.message : 'it does not answer'}\n`);
  process.exitCode = 1;
}
