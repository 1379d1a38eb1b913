import type { HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { type CountSheetFile, type CountSheetRead, keyOfWhat, type TableFile } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props, Store } from '@ngrx/store';
import { catchError, exhaustMap, map, of, tap, timeout, withLatestFrom } from 'rxjs';
import { failureText } from '../../../api/failure.ts';
import { StockApi } from '../../../api/stock-api.ts';
import { saveFile } from '../../../state/save-file.ts';
import { EMPTY_SHEET, sheetActions, sheetFeature, sheetKey } from './sheet-store.ts';

/** A little longer than the server takes at most. */
const PATIENCE_MS = 35_000;

export interface CountFileState {
  readonly isBusy: boolean;
  readonly failure: string | undefined;
  /** What the last file said; its quantities are typed into the count. */
  readonly read: CountSheetRead | undefined;
}

export const countFileActions = createActionGroup({
  source: 'Count files',
  events: {
    'Sheet asked': props<{ location: string | undefined; file: CountSheetFile }>(),
    Saved: emptyProps(),
    'Files given': props<{ location: string | undefined; files: readonly TableFile[] }>(),
    Arrived: props<{ location: string | undefined; read: CountSheetRead }>(),
    Failed: props<{ failure: string }>(),
  },
});

export const countFileFeature = createFeature({
  name: 'countFiles',
  reducer: createReducer<CountFileState>(
    { isBusy: false, failure: undefined, read: undefined },
    on(countFileActions.sheetAsked, countFileActions.filesGiven, () => ({
      ...{ isBusy: true, failure: undefined, read: undefined },
    })),
    on(countFileActions.saved, (state) => ({ ...state, isBusy: false })),
    on(countFileActions.arrived, (state, { read }) => ({ ...state, isBusy: false, read })),
    on(countFileActions.failed, (state, { failure }) => ({ ...state, isBusy: false, failure })),
    on(sheetActions.modeChosen, sheetActions.cancelled, (state) => ({ ...state, read: undefined })),
  ),
});

/** Counts out as a sheet; what comes back is typed into the count, to be looked at and kept as any other. */
@Injectable()
export class CountFileEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(StockApi);
  readonly #store = inject(Store);

  readonly write = createEffect(() =>
    this.#actions.pipe(
      ofType(countFileActions.sheetAsked),
      exhaustMap(({ location, file }) =>
        this.#api.countSheet(location, file).pipe(
          timeout(PATIENCE_MS),
          tap((written) => saveFile(written)),
          map(() => countFileActions.saved()),
          catchError((error: HttpErrorResponse) => of(countFileActions.failed({ failure: failureText(error) }))),
        ),
      ),
    ),
  );

  readonly read = createEffect(() =>
    this.#actions.pipe(
      ofType(countFileActions.filesGiven),
      exhaustMap(({ location, files }) =>
        this.#api.readCountSheet(location, files).pipe(
          timeout(PATIENCE_MS),
          map((read) => countFileActions.arrived({ location, read })),
          catchError((error: HttpErrorResponse) => of(countFileActions.failed({ failure: failureText(error) }))),
        ),
      ),
    ),
  );

  readonly type = createEffect(() =>
    this.#actions.pipe(
      ofType(countFileActions.arrived),
      withLatestFrom(this.#store.select(sheetFeature.selectSheets)),
      map(([{ location, read }, sheets]) => {
        const at = sheetKey(location, 'count');
        const sheet = sheets[at] ?? EMPTY_SHEET;
        const typed = read.counts.map(
          ({ what, onHand, seen }) =>
            [keyOfWhat(what), { text: String(onHand), ...(seen !== undefined && { seen }) }] as const,
        );
        return sheetActions.changed({
          at,
          sheet: { ...sheet, typed: { ...sheet.typed, ...Object.fromEntries(typed) } },
        });
      }),
    ),
  );
}
