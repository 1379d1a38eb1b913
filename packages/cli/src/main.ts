import { parseArgs } from 'node:util';
import {
  type Context,
  differences,
  fallout,
  Menu,
  type Menu as MenuType,
  faultMessage,
  findingReport,
  hashOf,
  type Pantry,
  type PinnedBuild,
  promiseFindings,
  type Standing,
  standing,
  type StandingAt,
} from '@hearty-ladle/core';
import { parseMenuDocument } from '@hearty-ladle/core/validation';
import { checkInWorker, type CheckWatch, clock } from '@hearty-ladle/node-runtime';
import { analyzeItems } from './analyze-items.ts';
import { Failure } from './failure.ts';
import { readContext, readJson, readMenu, readOut, readPantry, readPromises } from './files.ts';
import { HELP } from './help.ts';
import { allergensOf, noLocation, placeAndTime, schemaOrgOf } from './open-formats.ts';
import { quoteLines, quoteOrders } from './quote-lines.ts';
import { replayOrders } from './replay-orders.ts';

/** Only what reads and writes tables waits for the spreadsheet libraries. */
const tables = () => import('./tables.ts');

/** Runs one command and returns its exit code. */
async function run(args: readonly string[]): Promise<number> {
  const { command, files, options } = parse(args);
  const { item, context, promises } = options;
  const [file, second, third] = files;
  switch (command) {
    case undefined:
    case 'help':
      print(HELP);
      return 0;
    case 'schema':
      printJson(Menu);
      return 0;
    case 'quote':
      await quoteLines(readMenu(need(file)));
      return 0;
    case 'order':
      await quoteOrders(readMenu(need(file)), options.pantry === undefined ? undefined : readPantry(options.pantry));
      return 0;
    case 'fallout': {
      const menu = readMenu(need(file));
      const [before, after] = [second, third].map((name) => readOut(need(name, 'a list of what is out')));
      printJson(fallout(menu, readContext(context), before ?? {}, after ?? {}, clock));
      return 0;
    }
    case 'hash':
      printJson({ hash: hashOf(readMenu(need(file))) });
      return 0;
    case 'diff':
      printJson(differences(readMenu(need(file)), readMenu(need(second))));
      return 0;
    case 'replay':
      await replayOrders(readMenu(need(file)), readMenu(need(second)));
      return 0;
    case 'standing':
      printJson(standingOf(readMenu(need(file)), readPantry(need(second, 'a pantry')), options));
      return 0;
    case 'schema-org':
      printJson(schemaOrgOf(readMenu(need(file)), options));
      return 0;
    case 'allergens':
      printJson(allergensOf(readMenu(need(file)), options));
      return 0;
    case 'tables':
      await (
        await tables()
      ).writeTablesTo(
        readMenu(need(file)),
        options.pantry === undefined ? undefined : readPantry(options.pantry),
        options.to,
      );
      return 0;
    case 'apply':
      return (await tables()).applyTables(readMenu(need(file)), files.slice(1), {
        write: options.write,
        skipsRefused: options['skip-refused'] ?? false,
      });
    case 'analyze':
      await analyzeItems(readMenu(need(file)), readContext(context), item);
      return 0;
    case 'check':
      return await check(readMenu(need(file)), readContext(context), readPromises(promises));
    case 'validate':
      return validate(need(file));
    default:
      throw new Failure(`There is no command “${command}”; “help” lists them.`);
  }
}

/** How many files each command takes; one if it isn't named. */
const FILES: Readonly<Record<string, number>> = { standing: 2, fallout: 3, diff: 2, replay: 2, apply: Infinity };

function parse(args: readonly string[]) {
  try {
    const { positionals, values } = parseArgs({
      args: [...args],
      allowPositionals: true,
      options: {
        item: { type: 'string' },
        context: { type: 'string' },
        promises: { type: 'string' },
        pantry: { type: 'string' },
        location: { type: 'string' },
        list: { type: 'string' },
        locale: { type: 'string' },
        url: { type: 'string' },
        to: { type: 'string' },
        write: { type: 'string' },
        'skip-refused': { type: 'boolean' },
        at: { type: 'string' },
        help: { type: 'boolean' },
      },
    });
    const [command, ...files] = positionals;
    const extra = files.slice(FILES[command ?? ''] ?? 1);
    if (extra.length > 0) throw new Failure(`That is one file too many: “${extra.join(' ')}”.`);
    return { command: values.help ? 'help' : command, files, options: values };
  } catch (error) {
    throw error instanceof Failure
      ? error
      : new Failure(`${error instanceof Error ? error.message : 'The options are wrong.'}`);
  }
}

function need(file: string | undefined, what = 'a menu'): string {
  if (file === undefined) throw new Failure(`This command needs the file of ${what}, such as ${what.slice(2)}.json.`);
  return file;
}

function standingOf(menu: MenuType, pantry: Pantry, { location, at }: StandingAt): Standing {
  const where = placeAndTime(menu, { location, at });
  const found = standing(menu, pantry, where, clock);
  if (!found) throw noLocation(location);
  return found;
}

async function check(menu: MenuType, context: Context, promises: readonly PinnedBuild[]): Promise<number> {
  const broken = promiseFindings(menu, promises, clock);
  const findings = [...broken, ...(await checkInWorker(menu, context, showProgress))];
  printJson(findings.map(findingReport));
  return findings.some(({ severity }) => severity === 'stop') ? 1 : 0;
}

/** On a terminal, standard error shows the progress of a check. */
const showProgress: CheckWatch = (done, total) => {
  if (process.stderr.isTTY) process.stderr.write(`\r${done} of ${total}${done === total ? '\n' : ''}`);
};

function validate(file: string): number {
  const parsed = parseMenuDocument(readJson(file));
  const faults = parsed.ok ? [] : parsed.faults;
  printJson(faults.map((fault) => ({ path: fault.path, code: fault.code, says: faultMessage(fault) })));
  return faults.length === 0 ? 0 : 1;
}

function print(text: string): void {
  process.stdout.write(`${text}\n`);
}

function printJson(value: unknown): void {
  print(JSON.stringify(value, null, 2));
}

// A reader that stops early (`| head`) ends the program quietly.
process.stdout.on('error', (error: NodeJS.ErrnoException) => process.exit(error.code === 'EPIPE' ? 0 : 2));

try {
  process.exitCode = await run(process.argv.slice(2));
} catch (error) {
  const says =
    error instanceof Failure
      ? error.message
      : `The program has a fault of its own, and nothing was changed (${String(error)}).`;
  process.stderr.write(`${says}\n`);
  process.exitCode = 2;
}
