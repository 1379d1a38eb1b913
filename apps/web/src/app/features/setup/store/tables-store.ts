import type { HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { TableFile, TableFileName, TablesEnd } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { catchError, exhaustMap, map, of, switchMap, takeUntil, tap } from 'rxjs';
import { failureOf, titleOf } from '../../../api/failure.ts';
import { TablesApi } from '../../../api/tables-api.ts';
import { saveFile } from './save-file.ts';

export interface TablesState {
  /** The names of the files that are read, or were read last. */
  readonly names: readonly string[];
  readonly running: { readonly done: number; readonly total: number } | undefined;
  readonly read: TablesEnd | undefined;
  /** The file that is being written. */
  readonly writing: string | undefined;
  readonly failure: string | undefined;
}

const NOTHING: TablesState = { names: [], running: undefined, read: undefined, writing: undefined, failure: undefined };

export const tablesActions = createActionGroup({
  source: 'Tables',
  events: {
    'Files given': props<{ files: readonly TableFile[] }>(),
    Progressed: props<{ done: number; total: number }>(),
    Ended: props<{ end: TablesEnd }>(),
    /** Stops the reading, or drops what was read. */
    Dropped: emptyProps(),
    'File asked': props<{ file: TableFileName }>(),
    'File saved': emptyProps(),
    Failed: props<{ failure: string }>(),
  },
});

export const tablesFeature = createFeature({
  name: 'tables',
  reducer: createReducer<TablesState>(
    NOTHING,
    on(tablesActions.filesGiven, (_, { files }) => ({
      ...NOTHING,
      names: files.map(({ name }) => name),
      running: { done: 0, total: 0 },
    })),
    on(tablesActions.progressed, (state, { done, total }) => ({ ...state, running: { done, total } })),
    on(tablesActions.ended, (state, { end }) => ({ ...state, running: undefined, read: end })),
    on(tablesActions.dropped, () => NOTHING),
    on(tablesActions.fileAsked, (state, { file }) => ({ ...state, writing: file, failure: undefined })),
    on(tablesActions.fileSaved, (state) => ({ ...state, writing: undefined })),
    on(tablesActions.failed, (state, { failure }) => ({ ...state, running: undefined, writing: undefined, failure })),
  ),
});

@Injectable()
export class TablesEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(TablesApi);

  readonly read = createEffect(() =>
    this.#actions.pipe(
      ofType(tablesActions.filesGiven),
      switchMap(({ files }) =>
        this.#api.read(files).pipe(
          map((line) => ('rows' in line ? tablesActions.ended({ end: line }) : tablesActions.progressed(line))),
          catchError((error: HttpErrorResponse) => of(tablesActions.failed({ failure: said(error) }))),
          takeUntil(this.#actions.pipe(ofType(tablesActions.dropped))),
        ),
      ),
    ),
  );

  readonly write = createEffect(() =>
    this.#actions.pipe(
      ofType(tablesActions.fileAsked),
      exhaustMap(({ file }) =>
        this.#api.write(file).pipe(
          tap((written) => saveFile(written)),
          map(() => tablesActions.fileSaved()),
          catchError((error: HttpErrorResponse) => of(tablesActions.failed({ failure: said(error) }))),
        ),
      ),
    ),
  );
}

function said(error: HttpErrorResponse): string {
  return failureOf(error) === 'refused' ? titleOf(error) : 'There was no answer. Try again in a moment.';
}
