import { readFileSync } from 'node:fs';
import {
  type Context as ContextType,
  Context,
  type Fault,
  faultMessage,
  type Menu,
  Out,
  type Out as OutType,
  type Pantry,
  type PinnedBuild,
  PromiseFile,
  type Result,
} from '@hearty-ladle/core';
import { parseMenuDocument, parsePantryDocument, shapeCheck } from '@hearty-ladle/core/validation';
import { Failure } from './failure.ts';

/** Reads a JSON file. */
export function readJson(file: string): unknown {
  let text: string;
  try {
    text = readFileSync(file, 'utf8');
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    throw new Failure(`The file ${file} can’t be read${code === undefined ? '' : ` (${code})`}.`);
  }
  try {
    // Trimming also removes a byte order mark, which some editors write.
    return JSON.parse(text.trim());
  } catch (error) {
    throw new Failure(
      `The file ${file} is not JSON: ${error instanceof Error ? error.message : 'it can’t be parsed'}.`,
    );
  }
}

/** Reads a menu file; throws a Failure that lists the faults. */
export function readMenu(file: string): Menu {
  return accepted(file, 'menu', parseMenuDocument(readJson(file)));
}

/** Reads a pantry file; throws a Failure that lists the faults. */
export function readPantry(file: string): Pantry {
  return accepted(file, 'pantry', parsePantryDocument(readJson(file)));
}

function accepted<T>(file: string, what: string, parsed: Result<T, Fault>): T {
  if (parsed.ok) return parsed.value;
  const messages = parsed.faults.map((fault) => `${fault.path || '/'}: ${faultMessage(fault)}`);
  throw new Failure(`The ${what} in ${file} is refused. ${messages.join(' ')}`);
}

/** Reads a context file; without one, the context is empty. */
export function readContext(file: string | undefined): ContextType {
  return file === undefined ? {} : (readShape(file, 'context', Context) as ContextType);
}

/** Reads a file of what is out. */
export function readOut(file: string): OutType {
  return readShape(file, 'list of what is out', Out) as OutType;
}

/** Reads a file of promises; without one, nothing is promised. */
export function readPromises(file: string | undefined): readonly PinnedBuild[] {
  return file === undefined ? [] : (readShape(file, 'list of promises', PromiseFile) as readonly PinnedBuild[]);
}

/** Reads a file of some shape; throws a Failure that lists the faults. */
function readShape(file: string, what: string, schema: Parameters<typeof shapeCheck>[0]): unknown {
  const value = readJson(file);
  const faults = shapeCheck(schema)(value);
  if (faults.length === 0) return value;
  throw new Failure(
    `The ${what} in ${file} is refused. ${faults.map((it) => `${it.path || '/'}: ${faultMessage(it)}`).join(' ')}`,
  );
}
