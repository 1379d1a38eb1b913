import { parseArgs } from 'node:util';
import {
  type Context,
  Menu,
  type Menu as MenuType,
  faultMessage,
  findingReport,
  type PinnedBuild,
  promiseFindings,
} from '@hearty-ladle/core';
import { parseMenuDocument } from '@hearty-ladle/core/validation';
import { checkInWorker, type CheckWatch, clock } from '@hearty-ladle/node-runtime';
import { analyzeItems } from './analyze-items.ts';
import { Failure } from './failure.ts';
import { readContext, readJson, readMenu, readPromises } from './files.ts';
import { HELP } from './help.ts';
import { quoteLines, quoteOrders } from './quote-lines.ts';

/** Runs one command and returns its exit code. */
async function run(args: readonly string[]): Promise<number> {
  const { command, file, item, context, promises } = parse(args);
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
      await quoteOrders(readMenu(need(file)));
      return 0;
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

function parse(args: readonly string[]) {
  try {
    const { positionals, values } = parseArgs({
      args: [...args],
      allowPositionals: true,
      options: {
        item: { type: 'string' },
        context: { type: 'string' },
        promises: { type: 'string' },
        help: { type: 'boolean' },
      },
    });
    const [command, file, ...rest] = positionals;
    if (rest.length > 0) throw new Failure(`One file is enough; “${rest.join(' ')}” is too much.`);
    return {
      command: values.help ? 'help' : command,
      file,
      item: values.item,
      context: values.context,
      promises: values.promises,
    };
  } catch (error) {
    throw error instanceof Failure
      ? error
      : new Failure(`${error instanceof Error ? error.message : 'The options are wrong.'}`);
  }
}

function need(file: string | undefined): string {
  if (file === undefined) throw new Failure('This command needs the file of a menu, such as menu.json.');
  return file;
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
