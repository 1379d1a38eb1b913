import type { HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { TableFile, TableFileName, TableMatching, TablesEnd, TablesPart } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props, Store } from '@ngrx/store';
import { catchError, exhaustMap, map, of, switchMap, takeUntil, tap, timeout, withLatestFrom } from 'rxjs';
import { failureText } from '../api/failure.ts';
import { TablesApi } from '../api/tables-api.ts';
import { rememberedMatchings, rememberMatchings, withMatching } from './matchings.ts';
import { saveFile } from './save-file.ts';

/** A little longer than the server takes at most. */
const PATIENCE_MS = 65_000;

export interface TablesState {
  /** The files that are read, or were read last. */
  readonly files: readonly TableFile[];
  /** Which columns are which, as somebody said for files with other headers; kept in this browser. */
  readonly matchings: readonly TableMatching[];
  /** The names of the files that are read, or were read last. */
  readonly names: readonly string[];
  readonly running: { readonly done: number; readonly total: number } | undefined;
  readonly read: TablesEnd | undefined;
  /** The file that is being written. */
  readonly writing: string | undefined;
  readonly failure: string | undefined;
}

const NOTHING = { files: [], names: [], running: undefined, read: undefined, writing: undefined, failure: undefined };

export const tablesActions = createActionGroup({
  source: 'Tables',
  events: {
    'Files given': props<{ files: readonly TableFile[] }>(),
    'Matched by hand': props<{ matching: TableMatching }>(),
    Progressed: props<{ done: number; total: number }>(),
    Ended: props<{ end: TablesEnd }>(),
    /** Stops the reading, or drops what was read. */
    Dropped: emptyProps(),
    'File asked': props<{ file: TableFileName }>(),
    'Part asked': props<{ part: TablesPart }>(),
    'File saved': emptyProps(),
    Failed: props<{ failure: string }>(),
  },
});

export const tablesFeature = createFeature({
  name: 'tables',
  reducer: createReducer<TablesState>(
    { ...NOTHING, matchings: rememberedMatchings() },
    on(tablesActions.filesGiven, (state, { files }) => ({
      ...state,
      ...NOTHING,
      files,
      names: files.map(({ name }) => name),
      running: { done: 0, total: 0 },
    })),
    on(tablesActions.matchedByHand, (state, { matching }) => ({
      ...state,
      matchings: withMatching(state.matchings, matching),
      read: undefined,
      running: { done: 0, total: 0 },
    })),
    on(tablesActions.progressed, (state, { done, total }) => ({ ...state, running: { done, total } })),
    on(tablesActions.ended, (state, { end }) => ({ ...state, running: undefined, read: end })),
    on(tablesActions.dropped, (state) => ({ ...state, ...NOTHING })),
    on(tablesActions.fileAsked, (state, { file }) => ({ ...state, writing: file, failure: undefined })),
    on(tablesActions.partAsked, (state, { part }) => ({ ...state, writing: part.file, failure: undefined })),
    on(tablesActions.fileSaved, (state) => ({ ...state, writing: undefined })),
    on(tablesActions.failed, (state, { failure }) => ({ ...state, running: undefined, writing: undefined, failure })),
  ),
});

@Injectable()
export class TablesEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(TablesApi);
  readonly #store = inject(Store);

  readonly read = createEffect(() =>
    this.#actions.pipe(
      ofType(tablesActions.filesGiven, tablesActions.matchedByHand),
      withLatestFrom(this.#store.select(tablesFeature.selectTablesState)),
      switchMap(([, { files, matchings }]) =>
        this.#api.read(files, matchings).pipe(
          map((line) => ('rows' in line ? tablesActions.ended({ end: line }) : tablesActions.progressed(line))),
          catchError((error: HttpErrorResponse) => of(tablesActions.failed({ failure: failureText(error) }))),
          takeUntil(this.#actions.pipe(ofType(tablesActions.dropped))),
        ),
      ),
    ),
  );

  /** Remembers matchings, for the next file with the same headers. */
  readonly remember = createEffect(
    () =>
      this.#actions.pipe(
        ofType(tablesActions.matchedByHand),
        withLatestFrom(this.#store.select(tablesFeature.selectMatchings)),
        tap(([, matchings]) => rememberMatchings(matchings)),
      ),
    { dispatch: false },
  );

  readonly write = createEffect(() =>
    this.#actions.pipe(
      ofType(tablesActions.fileAsked, tablesActions.partAsked),
      exhaustMap((asked) =>
        ('part' in asked ? this.#api.writePart(asked.part) : this.#api.write(asked.file)).pipe(
          timeout(PATIENCE_MS),
          tap((written) => saveFile(written)),
          map(() => tablesActions.fileSaved()),
          catchError((error: HttpErrorResponse) => of(tablesActions.failed({ failure: failureText(error) }))),
        ),
      ),
    ),
  );
}
