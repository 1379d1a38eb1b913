import { parentPort, workerData } from 'node:worker_threads';
import {
  type CountSheetFile,
  type CountSheetRead,
  type CountSheetRequest,
  documentOf,
  faultMessage,
  Menu as MenuSchema,
  type Pantry,
  type TableFile,
  type TablesLine,
  type TablesPart,
  type TablesRequest,
  type Workbook,
} from '@hearty-ladle/core';
import {
  asMatched,
  countSheet,
  matchSheet,
  readCountSheet,
  readTableFile,
  readTables,
  type SheetIn,
  tableHeaders,
  type TableOut,
  writeCsv,
  writeParts,
  writeTables,
  writeXlsx,
} from '@hearty-ladle/core/tables';
import { parseMenuDocument, shapeCheck } from '@hearty-ladle/core/validation';

/** Files to read, or the name of one to write. */
export interface TablesTask {
  readonly menu: Workbook;
  readonly read?: TablesRequest;
  readonly write?: string | TablesPart;
  /** The counts of a location: the file to write, or those to read. */
  readonly counts?: {
    readonly pantry: Pantry;
    readonly location?: string;
    readonly work: CountSheetFile | CountSheetRequest;
  };
}
export type TablesMessage = TablesLine | TableFile | CountSheetRead;

const { menu: workbook, read, write, counts } = workerData as TablesTask;
const menu = documentOf(workbook);
const tell = (message: TablesMessage) => parentPort?.postMessage(message);

async function written(wanted: string | TablesPart): Promise<TableFile> {
  const isPart = typeof wanted !== 'string';
  const tables = isPart ? writeParts(menu, wanted.parts) : writeTables(menu);
  const name = isPart ? `${tables[0]?.name ?? 'menu'}.${wanted.file}` : wanted;
  return fileOf(name, tables);
}

/** As CSV if the file is named after one of the tables, else as a spreadsheet of all of them. */
async function fileOf(name: string, tables: readonly TableOut[]): Promise<TableFile> {
  const table = tables.find((one) => name === `${one.name}.csv`);
  const bytes = table ? Buffer.from(writeCsv(table)) : await writeXlsx(tables, menu.currency);
  return { name, content: Buffer.from(bytes).toString('base64') };
}

async function counted({ pantry, location, work }: NonNullable<TablesTask['counts']>): Promise<TablesMessage> {
  if (typeof work === 'string') return fileOf(work, [countSheet(menu, pantry, location)]);
  const { sheets, refused } = await sheetsIn(work.files);
  const found = readCountSheet(menu, pantry, sheets, shapeCheck(MenuSchema), location);
  const rows = found.rows.filter(({ status }) => status !== 'same');
  return { counts: found.counts, rows, refused };
}

/** The sheets of files, and which files are none. */
async function sheetsIn(
  files: readonly TableFile[],
): Promise<{ readonly sheets: readonly SheetIn[]; readonly refused: readonly { file: string; says: string }[] }> {
  const sheets: SheetIn[] = [];
  const refused: { file: string; says: string }[] = [];
  for (const { name: file, content } of files) {
    const found = await readTableFile(file, new Uint8Array(Buffer.from(content, 'base64')));
    if ('says' in found) refused.push({ file, says: found.says });
    else sheets.push(...found.sheets);
  }
  return { sheets, refused };
}

function documentIn(content: string): { readonly menu: Workbook } | { readonly says: string } {
  let value: unknown;
  try {
    value = JSON.parse(Buffer.from(content, 'base64').toString('utf8').trim());
  } catch {
    return { says: 'It is not JSON.' };
  }
  const parsed = parseMenuDocument(value);
  if (parsed.ok) return { menu: parsed.value };
  const [first] = parsed.faults;
  return { says: `It is no menu: ${first ? `${first.path || '/'}: ${faultMessage(first)}` : ''}` };
}

async function judged(request: TablesRequest): Promise<TablesLine> {
  const isDocument = ({ name }: TableFile) => /\.json$/i.test(name);
  const { sheets, refused: notTables } = await sheetsIn(request.files.filter((file) => !isDocument(file)));
  const refused = [...notTables];
  const documents: { file: string; menu: Workbook }[] = [];
  for (const { name: file, content } of request.files.filter(isDocument)) {
    const document = documentIn(content);
    if ('says' in document) refused.push({ file, says: document.says });
    else documents.push({ file, menu: document.menu });
  }
  const watch = (done: number, total: number) => {
    tell({ done, total });
    return true;
  };
  const matched = sheets.map((sheet) => ({ sheet, match: matchSheet(menu, sheet, request.matchings ?? []) }));
  const found = readTables(
    menu,
    undefined,
    matched.map(({ sheet, match }) => asMatched(sheet, match)),
    shapeCheck(MenuSchema),
    watch,
  );
  const rows = found?.rows ?? [];
  const others = rows.filter(({ status }) => status !== 'same');
  return {
    rows: others,
    same: rows.length - others.length,
    unknown: found?.unknown ?? [],
    matched: matched
      .filter(({ match }) => match.columns.some(({ by, header }) => by !== 'name' && header !== ''))
      .map(({ sheet: { file, sheet }, match }) => ({ file, ...(sheet !== undefined && { sheet }), ...match })),
    headers: tableHeaders(menu),
    change: found?.change ?? null,
    documents,
    refused,
  };
}

if (counts) tell(await counted(counts));
else if (write !== undefined) tell(await written(write));
else if (read) tell(await judged(read));
