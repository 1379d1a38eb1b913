import { inject, Injectable } from '@angular/core';
import {
  editionDifferences,
  editionOf,
  type EditionsNow,
  type LiveEvent,
  type PlaceChange,
  type Workbook,
} from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import {
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
  Store,
} from '@ngrx/store';
import {
  catchError,
  combineLatest,
  debounceTime,
  distinctUntilChanged,
  EMPTY,
  filter,
  from,
  map,
  merge,
  mergeMap,
  of,
  switchMap,
  take,
  throttleTime,
  withLatestFrom,
} from 'rxjs';
import { EditionsApi } from '../api/editions-api.ts';
import { Live } from '../api/live.ts';
import { menuFeature } from './menu-reducer.ts';

/** How long after an edit the draft is compared with what is served. */
const COMPARE_PAUSE_MS = 400;
const READ_PAUSE_MS = 150;
/** How often it is read which screens have fallen silent. */
const SILENCE_MS = 30_000;
const NEWS: ReadonlySet<LiveEvent['type']> = new Set(['editions', 'screens', 'menu', 'connected']);

/** What differs in the draft from an edition that some locations have; without one, nothing is published there. */
export interface DraftDifferences {
  readonly edition: number | undefined;
  readonly locations: readonly (string | null)[];
  readonly changes: readonly PlaceChange[];
}

export interface EditionsState {
  readonly now: EditionsNow | undefined;
  /** Editions that were read, by number. */
  readonly opened: Readonly<Record<number, Workbook>>;
  readonly differences: readonly DraftDifferences[] | undefined;
}

export const editionsActions = createActionGroup({
  source: 'Editions',
  events: {
    Opened: emptyProps(),
    'Now arrived': props<{ now: EditionsNow }>(),
    'Edition asked': props<{ number: number }>(),
    'Edition arrived': props<{ number: number; menu: Workbook }>(),
    Compared: props<{ differences: readonly DraftDifferences[] }>(),
  },
});

/** What is served where, and what differs in the draft. */
export const editionsFeature = createFeature({
  name: 'editions',
  reducer: createReducer<EditionsState>(
    { now: undefined, opened: {}, differences: undefined },
    on(editionsActions.nowArrived, (state, { now }) => ({ ...state, now })),
    on(editionsActions.editionArrived, (state, { number, menu }) => ({
      ...state,
      opened: { ...state.opened, [number]: menu },
    })),
    on(editionsActions.compared, (state, { differences }) => ({ ...state, differences })),
  ),
});

/** The editions that locations have now, with the locations that have each. */
const selectServed = createSelector(editionsFeature.selectNow, (now) => {
  const served = new Map<number | undefined, (string | null)[]>();
  for (const { location, now: begun } of now?.places ?? [])
    served.set(begun?.edition, [...(served.get(begun?.edition) ?? []), location]);
  return [...served].map(([edition, locations]) => ({ edition, locations }));
});

/** How much of the draft is published nowhere: the number of changes, and since which editions. */
export const selectAhead = createSelector(editionsFeature.selectDifferences, (differences) => {
  if (!differences) return undefined;
  const editions = differences.flatMap(({ edition }) => edition ?? []).sort((one, other) => one - other);
  const changes = Math.max(0, ...differences.map(({ changes: all }) => all.length));
  return { changes, editions };
});

@Injectable()
export class EditionsEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(EditionsApi);
  readonly #live = inject(Live);
  readonly #store = inject(Store);

  /** Reads what is served from the first page on, and whenever it may be something else or somebody changed the draft. */
  readonly read = createEffect(() =>
    this.#actions.pipe(
      ofType(editionsActions.opened),
      take(1),
      switchMap(() =>
        merge(
          of(undefined),
          this.#actions.pipe(ofType(editionsActions.opened)),
          this.#live.events.pipe(filter(({ type }) => NEWS.has(type))),
          this.#live.events.pipe(
            filter(({ type }) => type === 'alive'),
            throttleTime(SILENCE_MS, undefined, { leading: false, trailing: true }),
          ),
        ),
      ),
      debounceTime(READ_PAUSE_MS),
      switchMap(() => this.#api.now().pipe(catchError(() => EMPTY))),
      map((now) => editionsActions.nowArrived({ now })),
    ),
  );

  /** Reads the editions that are served, each once, as they never change. */
  readonly open = createEffect(() =>
    merge(
      this.#actions.pipe(
        ofType(editionsActions.nowArrived),
        mergeMap(({ now }) => from(new Set(now.places.flatMap(({ now: begun }) => begun?.edition ?? [])))),
      ),
      this.#actions.pipe(
        ofType(editionsActions.editionAsked),
        map(({ number }) => number),
      ),
    ).pipe(
      withLatestFrom(this.#store.select(editionsFeature.selectOpened)),
      filter(([number, opened]) => !(number in opened)),
      mergeMap(([number]) =>
        this.#api.edition(number).pipe(
          map(({ menu }) => editionsActions.editionArrived({ number, menu })),
          catchError(() => EMPTY),
        ),
      ),
    ),
  );

  /** Compares the draft with what is served, a moment after either changed. */
  readonly compare = createEffect(() =>
    combineLatest([
      this.#store.select(menuFeature.selectMenu),
      this.#store.select(selectServed).pipe(distinctUntilChanged(isSame)),
      this.#store.select(editionsFeature.selectOpened),
    ]).pipe(
      debounceTime(COMPARE_PAUSE_MS),
      filter(([, served]) => served.length > 0),
      filter(([, served, opened]) => served.every(({ edition }) => edition === undefined || edition in opened)),
      map(([menu, served, opened]) =>
        editionsActions.compared({
          differences: menu ? served.map((one) => ({ ...one, changes: changesSince(one.edition, opened, menu) })) : [],
        }),
      ),
    ),
  );
}

/** Whether the same editions are served at the same locations, so that nothing needs to be compared again. */
function isSame<T>(one: T, other: T): boolean {
  return JSON.stringify(one) === JSON.stringify(other);
}

function changesSince(
  edition: number | undefined,
  opened: EditionsState['opened'],
  draft: Workbook,
): readonly PlaceChange[] {
  const base = edition === undefined ? undefined : opened[edition];
  return base ? editionDifferences(base, editionOf(draft)) : [];
}
