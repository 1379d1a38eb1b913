import type { HttpErrorResponse } from '@angular/common/http';
import type { PaperOut, Printer, PrinterMode, PrinterPlace, TestPrint } from '@hearty-ladle/core';
import { inject, Injectable } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props, Store } from '@ngrx/store';
import { catchError, concatMap, debounceTime, EMPTY, filter, map, merge, of, switchMap, withLatestFrom } from 'rxjs';
import { Api } from '../../../api/api.ts';
import { failureOf, titleOf } from '../../../api/failure.ts';
import { Live } from '../../../api/live.ts';

export interface PrinterState {
  readonly printers: readonly Printer[];
  readonly shown: string | undefined;
  readonly paper: readonly PaperOut[];
  /** How many settings of printers are not answered yet: until then a test would still be of what printed before. */
  readonly settings: number;
  /** The printer that was last set or tried, and what came of it; undefined while it is awaited. */
  readonly tried: { readonly printer: string; readonly result?: TestPrint; readonly refusal?: string } | undefined;
}

export const printerActions = createActionGroup({
  source: 'Printers',
  events: {
    Opened: emptyProps(),
    Arrived: props<{ printers: readonly Printer[] }>(),
    Shown: props<{ printer: string }>(),
    'Paper arrived': props<{ paper: readonly PaperOut[] }>(),
    'Mode set': props<{ printer: string; mode: PrinterMode }>(),
    'Mode answered': emptyProps(),
    'Place set': props<{ printer: string; place: PrinterPlace }>(),
    'Place answered': props<{ printer: string; refusal?: string }>(),
    'Test asked': props<{ printer: string }>(),
    'Test answered': props<{ printer: string; result?: TestPrint; refusal?: string }>(),
  },
});

export const printerFeature = createFeature({
  name: 'printers',
  reducer: createReducer<PrinterState>(
    { printers: [], shown: undefined, paper: [], settings: 0, tried: undefined },
    on(printerActions.arrived, (state, { printers }) => ({ ...state, printers })),
    on(printerActions.shown, (state, { printer }) => ({
      ...state,
      shown: printer,
      paper: state.shown === printer ? state.paper : [],
    })),
    on(printerActions.placeSet, (state) => ({ ...state, settings: state.settings + 1, tried: undefined })),
    on(printerActions.testAsked, (state, { printer }) => ({ ...state, tried: { printer } })),
    on(printerActions.placeAnswered, (state, { printer, refusal }) => ({
      ...state,
      settings: state.settings - 1,
      tried: refusal === undefined ? undefined : { printer, refusal },
    })),
    on(printerActions.testAnswered, (state, { type: _, ...tried }) => ({ ...state, tried })),
    on(printerActions.paperArrived, (state, { paper }) => ({ ...state, paper })),
  ),
});

@Injectable()
export class PrinterEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(Api);
  readonly #live = inject(Live);
  readonly #store = inject(Store);

  readonly printers = createEffect(() =>
    merge(
      this.#actions.pipe(
        ofType(printerActions.opened),
        switchMap(() =>
          merge(
            of(undefined),
            this.#live.events.pipe(filter(({ type }) => type === 'printers' || type === 'connected')),
          ),
        ),
      ),
      this.#actions.pipe(ofType(printerActions.modeAnswered, printerActions.placeAnswered)),
    ).pipe(
      switchMap(() =>
        this.#api.printers().pipe(
          map((printers) => printerActions.arrived({ printers })),
          catchError(() => EMPTY),
        ),
      ),
    ),
  );

  readonly paper = createEffect(() =>
    merge(
      this.#actions.pipe(ofType(printerActions.shown)),
      this.#live.events.pipe(
        filter(({ type }) => type === 'paper' || type === 'connected'),
        debounceTime(80),
      ),
    ).pipe(
      withLatestFrom(this.#store.select(printerFeature.selectShown)),
      filter(([, printer]) => printer !== undefined),
      switchMap(([, printer]) =>
        this.#api.paper(printer ?? '').pipe(
          map((paper) => printerActions.paperArrived({ paper })),
          catchError(() => EMPTY),
        ),
      ),
    ),
  );

  readonly mode = createEffect(() =>
    this.#actions.pipe(
      ofType(printerActions.modeSet),
      concatMap(({ printer, mode }) =>
        this.#api.setPrinterMode(printer, mode).pipe(
          map(() => printerActions.modeAnswered()),
          catchError(() => of(printerActions.modeAnswered())),
        ),
      ),
    ),
  );

  readonly place = createEffect(() =>
    this.#actions.pipe(
      ofType(printerActions.placeSet),
      concatMap(({ printer, place }) =>
        this.#api.setPrinter(printer, place).pipe(
          map(() => printerActions.placeAnswered({ printer })),
          catchError((error: HttpErrorResponse) => of(printerActions.placeAnswered({ printer, refusal: said(error) }))),
        ),
      ),
    ),
  );

  readonly test = createEffect(() =>
    this.#actions.pipe(
      ofType(printerActions.testAsked),
      switchMap(({ printer }) =>
        this.#api.testPrinter(printer).pipe(
          map((result) => printerActions.testAnswered({ printer, result })),
          catchError((error: HttpErrorResponse) => of(printerActions.testAnswered({ printer, refusal: said(error) }))),
        ),
      ),
    ),
  );
}

function said(error: HttpErrorResponse): string {
  return failureOf(error) === 'refused' ? titleOf(error) : 'There was no answer. Try again.';
}
