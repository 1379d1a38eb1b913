import { inject, Injectable } from '@angular/core';
import { applyUnchecked, touchedBy } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import {
  auditTime,
  catchError,
  concatMap,
  debounce,
  debounceTime,
  distinctUntilChanged,
  EMPTY,
  filter,
  map,
  merge,
  type Observable,
  of,
  skip,
  switchMap,
  take,
  tap,
  timer,
  withLatestFrom,
} from 'rxjs';
import type { HttpErrorResponse } from '@angular/common/http';
import { Api, type SentChange } from '../api/api.ts';
import { failureOf } from '../api/failure.ts';
import { Live } from '../api/live.ts';
import { menuActions } from './menu-actions.ts';
import { menuFeature } from './menu-reducer.ts';
import { needsRead, type Unreachable, versionOf } from './menu-state.ts';
import { ReachFinder } from './reach-finder.ts';
import { rememberedHistory, rememberHistory } from './undo-memory.ts';

/** How long a pause in typing ends an edit, so that it is sent. */
const PAUSE_MS = 350;
/** More things than this are never edited with one key. */
const MOST_TYPED = 20;
const RETRY_MS = 1_500;
const REACH_PAUSE_MS = 200;
/** Events that arrive together cause one read. */
const READ_PAUSE_MS = 40;
const REMEMBER_PAUSE_MS = 300;

/** The only place that talks to the server about the menu: reads it and sends pending edits, one at a time. */
@Injectable()
export class MenuEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(Api);
  readonly #live = inject(Live);
  readonly #store = inject(Store);
  readonly #reach = inject(ReachFinder);

  /** Listens to live events from the first page on; after a reconnection something may have been missed. */
  readonly news = createEffect(() =>
    this.#actions.pipe(
      ofType(menuActions.opened),
      take(1),
      switchMap(() => this.#live.events),
      filter((event) => event.type === 'connected' || event.type === 'menu'),
      map((event) => menuActions.newsHeard({ revision: event.type === 'menu' ? event.revision : undefined })),
    ),
  );

  /** Reads the menu whenever it may have changed; changes announced meanwhile are read afterwards. */
  readonly read = createEffect(() =>
    this.#store.select(menuFeature.selectMenuState).pipe(
      map((state) => (needsRead(state) ? state.reads : undefined)),
      distinctUntilChanged(),
      filter((reads) => reads !== undefined),
      debounceTime(READ_PAUSE_MS),
      concatMap(() =>
        this.#api.draft().pipe(
          map((stored) => menuActions.arrived({ stored })),
          catchError((error: HttpErrorResponse) => of(menuActions.loadFailed({ kind: unreachable(error) }))),
        ),
      ),
    ),
  );

  /** Retries by itself when the server can't be reached; an error at the server waits for the person. */
  readonly readAgain = createEffect(() =>
    this.#actions.pipe(
      ofType(menuActions.loadFailed),
      filter(({ kind }) => kind !== 'failed'),
      switchMap(() => timer(RETRY_MS)),
      map(() => menuActions.readAgain()),
    ),
  );

  readonly send = createEffect(() =>
    merge(
      this.#actions.pipe(
        ofType(
          menuActions.changed,
          menuActions.undo,
          menuActions.redo,
          menuActions.clashResolved,
          menuActions.reachFound,
          menuActions.changeDecided,
        ),
        debounce(() => this.#pause()),
      ),
      this.#actions.pipe(ofType(menuActions.sendAgain, menuActions.givenUp)),
      this.#actions.pipe(
        ofType(menuActions.answered),
        filter(({ answer }) => !isUnanswered(answer)),
      ),
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

  /** More of the last edit may follow from the keyboard; one that touches many things came from a button. */
  #pause(): Observable<unknown> {
    return this.#store.select(menuFeature.selectPendingEdits).pipe(
      take(1),
      switchMap((waiting) => timer((waiting.at(-1)?.change.edits.length ?? 0) > MOST_TYPED ? 0 : PAUSE_MS)),
    );
  }

  /** Sends an unanswered change again, with the same id, while the server can't be reached. */
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
      switchMap(({ pendingChange, menu }) =>
        pendingChange && menu ? timer(REACH_PAUSE_MS).pipe(map(() => ({ pendingChange, menu }))) : of(undefined),
      ),
      switchMap((pending) => {
        if (!pending) return EMPTY;
        const { pendingChange, menu } = pending;
        return this.#reach.find(applyUnchecked(menu, pendingChange.inverse), pendingChange.change).pipe(
          map((message) =>
            message.type === 'progress'
              ? menuActions.reachProgressed({ id: pendingChange.id, done: message.done, total: message.total })
              : menuActions.reachFound({ id: pendingChange.id, reach: message.reach }),
          ),
          catchError(() => of(menuActions.reachFailed({ id: pendingChange.id }))),
        );
      }),
    ),
  );

  /** Takes up the undo history of this tab from before a reload. */
  readonly restoreHistory = createEffect(() =>
    this.#actions.pipe(
      ofType(menuActions.opened),
      take(1),
      map(() => menuActions.historyRestored(rememberedHistory())),
    ),
  );

  readonly rememberHistory = createEffect(
    () =>
      this.#store.select(menuFeature.selectMenuState).pipe(
        distinctUntilChanged((a, b) => a.past === b.past && a.future === b.future),
        skip(1),
        auditTime(REMEMBER_PAUSE_MS),
        tap((state) => rememberHistory(state)),
      ),
    { dispatch: false },
  );

  /** Asks before the page is closed while edits are pending. */
  readonly guard = createEffect(
    () =>
      this.#store.select(menuFeature.selectMenuState).pipe(
        map(({ pendingEdits: waiting, pendingChange }) => waiting.length > 0 || pendingChange !== undefined),
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
