import { parentPort, workerData } from 'node:worker_threads';
import {
  documentOf,
  faultMessage,
  Menu as MenuSchema,
  type TableFile,
  type TablesLine,
  type TablesPart,
  type TablesRequest,
  type Workbook,
} from '@hearty-ladle/core';
import {
  asMatched,
  matchSheet,
  readTableFile,
  readTables,
  type SheetIn,
  tableHeaders,
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
}
export type TablesMessage = TablesLine | TableFile;

const { menu: workbook, read, write } = workerData as TablesTask;
const menu = documentOf(workbook);
const tell = (message: TablesMessage) => parentPort?.postMessage(message);

async function written(wanted: string | TablesPart): Promise<TableFile> {
  const isPart = typeof wanted !== 'string';
  const tables = isPart ? writeParts(menu, wanted.parts) : writeTables(menu);
  const name = isPart ? `${tables[0]?.name ?? 'menu'}.${wanted.file}` : wanted;
  const table = tables.find((one) => name === `${one.name}.csv`);
  const bytes = table ? Buffer.from(writeCsv(table)) : await writeXlsx(tables, menu.currency);
  return { name, content: Buffer.from(bytes).toString('base64') };
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
  const sheets: SheetIn[] = [];
  const refused: { file: string; says: string }[] = [];
  const documents: { file: string; menu: Workbook }[] = [];
  for (const { name: file, content } of request.files) {
    if (/\.json$/i.test(file)) {
      const document = documentIn(content);
      if ('says' in document) refused.push({ file, says: document.says });
      else documents.push({ file, menu: document.menu });
      continue;
    }
    const found = await readTableFile(file, new Uint8Array(Buffer.from(content, 'base64')));
    if ('says' in found) refused.push({ file, says: found.says });
    else sheets.push(...found.sheets);
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

if (write !== undefined) tell(await written(write));
else if (read) tell(await judged(read));
