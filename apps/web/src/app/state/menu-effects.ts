import { inject, Injectable } from '@angular/core';
import { applyUnchecked, touchedBy } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, concatMap, debounceTime, distinctUntilChanged, EMPTY, filter, map, merge, of, switchMap, take, tap, timer, withLatestFrom } from 'rxjs';
import type { HttpErrorResponse } from '@angular/common/http';
import { Api, type SentChange } from '../api/api.ts';
import { failureOf } from '../api/failure.ts';
import { Live } from '../api/live.ts';
import { menuActions } from './menu-actions.ts';
import { menuFeature } from './menu-reducer.ts';
import { needsRead, type Unreachable, versionOf } from './menu-state.ts';
import { ReachFinder } from './reach-finder.ts';

/** How long typing may go on as one change before it is sent. */
const PAUSE_MS = 350;
const RETRY_MS = 1_500;
const REACH_PAUSE_MS = 200;
/** News that come together are read together. */
const READ_PAUSE_MS = 40;

/** The only place that talks to the server about the menu: reads it, and sends what waits, one after another. */
@Injectable()
export class MenuEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(Api);
  readonly #live = inject(Live);
  readonly #store = inject(Store);
  readonly #reach = inject(ReachFinder);

  /** Live events are listened to from the first page on; after each reconnection something may have been missed. */
  readonly news = createEffect(() =>
    this.#actions.pipe(
      ofType(menuActions.opened),
      take(1),
      switchMap(() => this.#live.events),
      filter((event) => event.type === 'connected' || event.type === 'menu'),
      map((event) => menuActions.newsHeard({ revision: event.type === 'menu' ? event.revision : undefined })),
    ),
  );

  /** Reads the menu whenever there is something to be read; what is heard of meanwhile is read afterwards. */
  readonly read = createEffect(() =>
    this.#store.select(menuFeature.selectMenuState).pipe(
      map((state) => (needsRead(state) ? state.reads : undefined)),
      distinctUntilChanged(),
      filter((reads) => reads !== undefined),
      debounceTime(READ_PAUSE_MS),
      concatMap(() => this.#api.menu().pipe(
        map((stored) => menuActions.arrived({ stored })),
        catchError((error: HttpErrorResponse) => of(menuActions.loadFailed({ kind: unreachable(error) }))),
      )),
    ),
  );

  /** What could not be reached is tried again by itself; what fails at the server waits for the person. */
  readonly readAgain = createEffect(() =>
    this.#actions.pipe(ofType(menuActions.loadFailed), filter(({ kind }) => kind !== 'failed'), switchMap(() => timer(RETRY_MS)), map(() => menuActions.readAgain())),
  );

  readonly send = createEffect(() =>
    merge(
      this.#actions.pipe(ofType(menuActions.changed, menuActions.undo, menuActions.redo, menuActions.clashSettled, menuActions.reachFound, menuActions.changeDecided), debounceTime(PAUSE_MS)),
      this.#actions.pipe(ofType(menuActions.sendAgain, menuActions.givenUp)),
      this.#actions.pipe(ofType(menuActions.answered), filter(({ answer }) => !isUnanswered(answer))),
    ).pipe(
      withLatestFrom(this.#store.select(menuFeature.selectMenuState)),
      concatMap(([, { pendingEdits: waiting, sending, sendFailure, versions }]) => {
        const next = waiting[0];
        if (!next || sending || sendFailure !== undefined) return EMPTY;
        const requestId = next.requestId ?? crypto.randomUUID();
        this.#store.dispatch(menuActions.sending({ id: next.id, requestId }));
        const based = touchedBy(next.change).map((ref) => ({ ...ref, version: versionOf(versions, ref) }));
        return this.#api
          .change({ id: requestId, label: next.label.slice(0, 200), change: next.change, based })
          .pipe(map((answer) => menuActions.answered({ id: next.id, answer })));
      }),
    ),
  );

  /** An unanswered change is sent again, under the same id, as long as the server can't be reached. */
  readonly sendAgain = createEffect(() =>
    this.#actions.pipe(
      ofType(menuActions.answered),
      filter(({ answer }) => answer.outcome === 'offline' || answer.outcome === 'busy'),
      switchMap(() => timer(RETRY_MS)),
      map(() => menuActions.sendAgain()),
    ),
  );

  /** Computes the reach of the pending change in a worker; starts over when the change is edited further. */
  readonly reach = createEffect(() =>
    this.#store.select(menuFeature.selectMenuState).pipe(
      distinctUntilChanged((a, b) => a.pendingChange?.id === b.pendingChange?.id),
      switchMap(({ pendingChange: pendingChange, menu }) => (pendingChange && menu ? timer(REACH_PAUSE_MS).pipe(map(() => ({ pendingChange, menu }))) : of(undefined))),
      switchMap((asked) => {
        if (!asked) return EMPTY;
        const { pendingChange, menu } = asked;
        return this.#reach.find(applyUnchecked(menu, pendingChange.inverse), pendingChange.change).pipe(
          map((told) => (told.type === 'progress' ? menuActions.reachProgressed({ id: pendingChange.id, done: told.done, total: told.total }) : menuActions.reachFound({ id: pendingChange.id, reach: told.reach }))),
          catchError(() => of(menuActions.reachFailed({ id: pendingChange.id }))),
        );
      }),
    ),
  );

  /** A page that is closed while changes wait asks first. */
  readonly guard = createEffect(
    () =>
      this.#store.select(menuFeature.selectMenuState).pipe(
        map(({ pendingEdits: waiting, pendingChange: pendingChange }) => waiting.length > 0 || pendingChange !== undefined),
        tap((waits) => {
          window.onbeforeunload = waits ? (event) => event.preventDefault() : null;
        }),
      ),
    { dispatch: false },
  );
}

function unreachable(error: HttpErrorResponse): Unreachable {
  const kind = failureOf(error);
  return kind === 'refused' ? 'failed' : kind;
}

function isUnanswered({ outcome }: SentChange): boolean {
  return outcome === 'offline' || outcome === 'busy' || outcome === 'failed';
}
