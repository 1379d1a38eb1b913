import type { CountSheetRead, TableFile, TablesEnd, TablesPart, TablesRequest, Workbook } from '@hearty-ladle/core';
import { newThread } from './new-thread.ts';
import type { TablesMessage, TablesTask } from './tables-worker.ts';

/** The draft as the file of a table, of all of them or of some of their rows, written in a thread. */
export async function writeTablesInWorker(
  menu: Workbook,
  write: string | TablesPart,
  signal: AbortSignal,
): Promise<TableFile> {
  return run({ menu, write }, () => undefined, signal) as Promise<TableFile>;
}

/** Reads files of tables against a menu in a thread. Aborting ends it and rejects with the signal's reason. */
export async function readTablesInWorker(
  menu: Workbook,
  read: TablesRequest,
  watch: (done: number, total: number) => void,
  signal: AbortSignal,
): Promise<TablesEnd> {
  return run({ menu, read }, watch, signal) as Promise<TablesEnd>;
}

/** The counts of a location as a file, or what was counted by files, in a thread. */
export async function countSheetInWorker<T extends TableFile | CountSheetRead>(
  menu: Workbook,
  counts: NonNullable<TablesTask['counts']>,
  signal: AbortSignal,
): Promise<T> {
  return run({ menu, counts }, () => undefined, signal) as Promise<T>;
}

/** A thread that takes more memory than this ends with an error, and the process goes on. */
const MOST_MEGABYTES = 768;

async function run(
  task: TablesTask,
  watch: (done: number, total: number) => void,
  signal: AbortSignal,
): Promise<TableFile | TablesEnd | CountSheetRead> {
  signal.throwIfAborted();
  const worker = newThread(new URL('./tables-worker.ts', import.meta.url), task, MOST_MEGABYTES);
  try {
    return await new Promise((resolve, reject) => {
      signal.addEventListener('abort', () => reject(signal.reason as Error), { once: true });
      worker.once('error', reject);
      worker.on('message', (message: TablesMessage) => {
        if ('done' in message) watch(message.done, message.total);
        else resolve(message);
      });
    });
  } finally {
    void worker.terminate();
  }
}
