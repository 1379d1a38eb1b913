import type { PricePlace, TablesPart } from '@hearty-ladle/core';

type Part = TablesPart['parts'][number];
const TABLES = ['items', 'choices', 'groups', 'variants'] as const satisfies readonly Part['table'][];

/** The rows of tables in which prices stand. What a rule or a dish's own price of a choice costs is in no table. */
export function priceTables(places: readonly PricePlace[]): Part[] {
  const found = places.flatMap((place) => tableRow(place) ?? []);
  return TABLES.flatMap((table) => {
    const rows = new Map(found.filter((one) => one.table === table).map(({ row }) => [row.join('/'), row]));
    return rows.size > 0 ? [{ table, rows: [...rows.values()] }] : [];
  });
}

function tableRow({ kind, thing, group, choice }: PricePlace): { table: Part['table']; row: string[] } | undefined {
  if (kind === 'variant') return { table: 'variants', row: [thing.id] };
  if (thing.kind === 'groups')
    return choice === undefined ? { table: 'groups', row: [thing.id] } : { table: 'choices', row: [thing.id, choice] };
  return thing.kind === 'items' && group === undefined ? { table: 'items', row: [thing.id] } : undefined;
}
