import type {
  CountSheetFile,
  CountSheetRead,
  CountSheetRequest,
  Pantry,
  TableFile,
  TablesEnd,
  TablesPart,
  TablesRequest,
  Workbook,
} from '@hearty-ladle/core';
import { countSheetInWorker, readTablesInWorker, writeTablesInWorker } from '@hearty-ladle/node-runtime';

/** The pantry, and the location whose counts are meant. */
interface CountsAt {
  readonly pantry: Pantry;
  readonly location?: string;
}

/** Number of tables a process reads or writes at once; each takes a thread. */
const MAX_AT_ONCE = 2;

/** Reads and writes tables in threads, a few at a time. */
export class TableWork {
  #running = 0;

  get isFull(): boolean {
    return this.#running >= MAX_AT_ONCE;
  }

  write(menu: Workbook, file: string | TablesPart, signal: AbortSignal): Promise<TableFile> {
    return this.#counted(writeTablesInWorker(menu, file, signal));
  }

  /** Aborting rejects with the signal's reason. */
  read(
    menu: Workbook,
    request: TablesRequest,
    watch: (done: number, total: number) => void,
    signal: AbortSignal,
  ): Promise<TablesEnd> {
    return this.#counted(readTablesInWorker(menu, request, watch, signal));
  }

  /** The counts of a location as a sheet. */
  writeCounts(menu: Workbook, at: CountsAt, work: CountSheetFile, signal: AbortSignal): Promise<TableFile> {
    return this.#counted(countSheetInWorker<TableFile>(menu, { ...at, work }, signal));
  }

  /** What was counted at a location, by sheets that were filled in. */
  readCounts(menu: Workbook, at: CountsAt, work: CountSheetRequest, signal: AbortSignal): Promise<CountSheetRead> {
    return this.#counted(countSheetInWorker<CountSheetRead>(menu, { ...at, work }, signal));
  }

  async #counted<T>(work: Promise<T>): Promise<T> {
    this.#running++;
    try {
      return await work;
    } finally {
      this.#running--;
    }
  }
}
