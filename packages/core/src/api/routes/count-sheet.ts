import { optional } from '../../menu/schema-kit.ts';
import { json, routesFor } from '../contract.ts';
import { text } from '../schema.ts';
import { CountSheetFile, CountSheetRead, CountSheetRequest, TableFile } from '../tables.ts';
import { busyWithTables, noMenu } from './refusals.ts';

const { get, post } = routesFor('device');

/** The counts of a location as a sheet to count by, out and back. */
export const countSheetApi = {
  countSheet: get('/counts/sheet', {
    action: 'count-stock',
    summary: 'The counts of a location as a sheet to count by, XLSX or CSV',
    headers: ['X-Acting-As'],
    query: { location: optional(text), file: CountSheetFile },
    responses: { 200: json(TableFile) },
    refusals: { ...noMenu, ...busyWithTables },
  }),
  readCountSheet: post('/counts/sheet', {
    action: 'count-stock',
    summary: 'What was counted by sheets that were filled in; nothing is changed',
    headers: ['X-Acting-As'],
    body: CountSheetRequest,
    responses: { 200: json(CountSheetRead) },
    refusals: { ...noMenu, ...busyWithTables },
  }),
};
