import Type from 'typebox';
import { int, optional } from '../../menu/schema-kit.ts';
import { ChangeRequest } from '../change.ts';
import { CheckLine } from '../check.ts';
import { events, json, lines, routesFor } from '../contract.ts';
import { HouseChange, HouseNow } from '../house.ts';
import { PaperOut, Printer } from '../kitchen.ts';
import { Context } from '../line.ts';
import { LiveEvent } from '../live-event.ts';
import { faultFields } from '../problem.ts';
import { PrinterPlace, TestPrint } from '../printer-places.ts';
import { TABLE_FILES } from '../constants.ts';
import { TableFile, TablesLine, TablesPart, TablesRequest } from '../tables.ts';
import { NoBody, PrinterModeChange, UndoRequest } from '../requests.ts';
import { count, enumOf, many, object, text, Uuid } from '../schema.ts';
import { Conflict, JournalEntry, Picture, SavedChange, StillUsed, StoredMenu } from '../workbook.ts';
import { accountApi } from './account.ts';
import { editionsApi } from './editions.ts';
import { before, oneOrder, orderList } from './order-list.ts';
import { busyWithTables, noMenu } from './refusals.ts';
import { takingsApi } from './takings.ts';
import { webhooksApi } from './webhooks.ts';

const { get, post } = routesFor('workbench');
const printer = { printer: text };
const changeRefusals = {
  409: {
    when: 'Something it touches has changed since the version it was based on; `conflicts` has the current objects.',
    fields: { revision: optional(count), conflicts: optional(many(Conflict)) },
  },
  422: {
    when: 'The menu would be invalid; `stillUsed` lists what can’t be deleted because it is used. Or the id was used for another change.',
    fields: { ...faultFields, stillUsed: optional(many(StillUsed)) },
  },
};

/** What the workbench may do: edit the menu, look at orders, set up the restaurant. */
export const workbenchApi = {
  menu: get('/menu', {
    action: 'read-menu',
    summary: 'The menu with the versions of its objects',
    responses: { 200: json(StoredMenu) },
    refusals: noMenu,
  }),
  change: post('/changes', {
    action: 'edit-menu',
    summary: 'Changes the menu',
    body: ChangeRequest,
    responses: { 200: json(SavedChange) },
    refusals: changeRefusals,
  }),
  journal: get('/journal', {
    action: 'read-menu',
    summary: 'Changes of the menu, newest first',
    query: { before },
    responses: { 200: json(many(JournalEntry)) },
  }),
  undo: post('/journal/:seq/take-back', {
    action: 'edit-menu',
    summary: 'Undoes one change',
    params: { seq: int(0, 2_147_483_647) },
    body: UndoRequest,
    responses: { 200: json(SavedChange) },
    refusals: { 404: { when: 'There is no such change.' }, ...changeRefusals },
  }),
  orders: get('/orders', {
    action: 'see-orders',
    summary: 'Orders, newest first; found by number, name, place, dish, choice or note, location, day and state',
    ...orderList,
  }),
  order: get('/orders/:id', { action: 'see-orders', summary: 'An order with everything known about it', ...oneOrder }),
  blankOrder: post('/orders/:id/blank', {
    action: 'blank-orders',
    summary: 'Blanks the name, the place and the notes of an order, its tickets and its printouts',
    params: { id: Uuid },
    body: NoBody,
    responses: { 200: json(object({ id: Uuid })) },
    refusals: { 404: { when: 'There is no such order.' } },
  }),
  check: post('/check', {
    action: 'see-set-up',
    summary: 'Line check of the menu, with its progress',
    body: Type.Unsafe<Context>(Context),
    responses: { 200: lines(CheckLine) },
    refusals: noMenu,
  }),
  printers: get('/printers', {
    action: 'see-set-up',
    summary: 'The printers and their health',
    responses: { 200: json(many(Printer)) },
  }),
  setPrinterMode: post('/printers/:printer/mode', {
    action: 'change-set-up',
    summary: 'Sets how a simulated printer behaves',
    params: printer,
    body: PrinterModeChange,
    responses: { 200: json(PrinterModeChange) },
    refusals: { 404: { when: 'No printer is simulated by that id.' } },
  }),
  setPrinter: post('/printers/:printer', {
    action: 'change-set-up',
    summary: 'Sets what prints at a station of a location',
    params: printer,
    body: PrinterPlace,
    responses: { 200: json(PrinterPlace) },
    refusals: {
      404: { when: 'There is no such station at a location.' },
      409: { when: 'No printer is simulated there.' },
    },
  }),
  testPrinter: post('/printers/:printer/test', {
    action: 'change-set-up',
    summary: 'Prints a test, and says what came of it',
    params: printer,
    body: NoBody,
    responses: { 200: json(TestPrint) },
    refusals: { 404: { when: 'There is no printer there.' } },
  }),
  paper: get('/printers/:printer/paper', {
    action: 'see-orders',
    summary: 'What a simulated printer printed, newest first',
    params: printer,
    responses: { 200: json(many(PaperOut)) },
  }),
  tables: get('/tables', {
    action: 'see-set-up',
    summary: 'The draft as tables: one spreadsheet, or one table as CSV',
    query: { file: enumOf(...TABLE_FILES) },
    responses: { 200: json(TableFile) },
    refusals: { ...noMenu, ...busyWithTables },
  }),
  writeTables: post('/tables/part', {
    action: 'see-set-up',
    summary: 'Some tables of the draft, or some of their rows, as a spreadsheet; as CSV the first of them',
    body: TablesPart,
    responses: { 200: json(TableFile) },
    refusals: { ...noMenu, ...busyWithTables },
  }),
  readTables: post('/tables', {
    action: 'edit-menu',
    summary: 'What tables would change in the draft, row by row, with its progress; nothing is changed',
    body: TablesRequest,
    responses: { 200: lines(TablesLine) },
    refusals: { ...noMenu, ...busyWithTables },
  }),
  addPicture: post('/pictures', {
    action: 'edit-menu',
    summary: 'Stores a picture (PNG, JPEG or WebP)',
    body: 'picture',
    responses: { 201: json(Picture) },
    refusals: {
      413: { when: 'The picture is too large.' },
      415: { when: 'It is not a picture that can be shown.' },
      507: { when: 'There is no room left for pictures.' },
    },
  }),
  pictures: get('/pictures', {
    action: 'see-set-up',
    summary: 'The stored pictures, newest first',
    responses: { 200: json(many(Picture)) },
  }),
  house: get('/house', { action: 'see-set-up', summary: 'The live settings', responses: { 200: json(HouseNow) } }),
  setHouse: post('/house', {
    action: 'change-set-up',
    summary: 'Saves the live settings',
    body: HouseChange,
    responses: { 200: json(HouseNow) },
    refusals: {
      409: {
        when: 'Somebody else changed them meanwhile; `now` has the current ones.',
        fields: { now: optional(HouseNow) },
      },
    },
  }),
  deleteUnusedPictures: post('/house/unused-pictures/delete', {
    action: 'change-set-up',
    summary: 'Deletes pictures that nothing uses',
    body: NoBody,
    responses: { 200: json(object({ pictures: count, bytes: count })) },
  }),
  ...accountApi,
  ...editionsApi,
  ...takingsApi,
  ...webhooksApi,
  events: get('/events', {
    action: 'read-menu',
    summary: 'Events: anything changed',
    responses: { 200: events(LiveEvent) },
  }),
};
