import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ClientBase } from 'pg';
import { from } from 'pg-copy-streams';
import type { EntityManager } from 'typeorm';

/** Writes rows into a table by COPY, which is many times faster than INSERT. Objects are stored as JSON. */
export async function copyRows(
  manager: EntityManager,
  table: string,
  columns: readonly string[],
  rows: Iterable<readonly unknown[]>,
): Promise<void> {
  const client = (await manager.queryRunner?.connect()) as ClientBase | undefined;
  if (!client) throw new Error('COPY needs a transaction');
  const names = columns.map((column) => `"${column}"`).join(', ');
  const copy = client.query(from(`COPY "${table}" (${names}) FROM STDIN WITH (FORMAT csv)`));
  await pipeline(Readable.from(lines(rows)), copy);
}

function* lines(rows: Iterable<readonly unknown[]>): Generator<string> {
  for (const row of rows) yield `${row.map(field).join(',')}\n`;
}

/** A field of CSV (RFC 4180); nothing at all is NULL. */
function field(value: unknown): string {
  if (value === null || value === undefined) return '';
  const text =
    value instanceof Date ? value.toISOString() : typeof value === 'object' ? JSON.stringify(value) : String(value);
  return `"${text.replaceAll('"', '""')}"`;
}
