import type { PaperOut, Printer, PrinterMode } from '@hearty-ladle/core';
import { inject, Injectable } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props, Store } from '@ngrx/store';
import { catchError, concatMap, debounceTime, EMPTY, filter, map, merge, of, switchMap, withLatestFrom } from 'rxjs';
import { Api } from '../../../api/api.ts';
import { Live } from '../../../api/live.ts';

export interface PrinterState {
  readonly printers: readonly Printer[];
  readonly shown: string | undefined;
  readonly paper: readonly PaperOut[];
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
  },
});

export const printerFeature = createFeature({
  name: 'printers',
  reducer: createReducer<PrinterState>(
    { printers: [], shown: undefined, paper: [] },
    on(printerActions.arrived, (state, { printers }) => ({ ...state, printers })),
    on(printerActions.shown, (state, { printer }) => ({
      ...state,
      shown: printer,
      paper: state.shown === printer ? state.paper : [],
    })),
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
      this.#actions.pipe(ofType(printerActions.modeAnswered)),
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
}
