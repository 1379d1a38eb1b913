import { inject, Injectable } from '@angular/core';
import { applyUnchecked, touchedBy } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, concatMap, debounceTime, distinctUntilChanged, EMPTY, exhaustMap, filter, map, merge, of, switchMap, take, tap, timer, withLatestFrom } from 'rxjs';
import { Api } from '../api/api.ts';
import { Live } from '../api/live.ts';
import { menuActions } from './menu-actions.ts';
import { menuFeature } from './menu-reducer.ts';
import { versionOf } from './menu-state.ts';
import { ReachFinder } from './reach-finder.ts';

/** How long typing may go on as one change before it is sent. */
const PAUSE_MS = 350;
const RETRY_MS = 1_500;
const REACH_PAUSE_MS = 200;

/** The only place that talks to the server about the menu: reads it, and sends what waits, one after another. */
@Injectable()
export class MenuEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(Api);
  readonly #live = inject(Live);
  readonly #store = inject(Store);
  readonly #reach = inject(ReachFinder);

  readonly load = createEffect(() =>
    this.#actions.pipe(
      ofType(menuActions.opened),
      take(1),
      switchMap(() => merge(of(undefined), this.#news())),
      exhaustMap(() => this.#read()),
    ),
  );

  /** After somebody else's change or a lost one, what stands is read anew. */
  readonly reread = createEffect(() =>
    this.#actions.pipe(
      ofType(menuActions.answered),
      filter(({ answer }) => answer.outcome === 'conflict' || answer.outcome === 'refused'),
      switchMap(() => this.#read()),
    ),
  );

  readonly send = createEffect(() =>
    merge(
      this.#actions.pipe(ofType(menuActions.changed, menuActions.undo, menuActions.redo, menuActions.clashSettled, menuActions.reachFound, menuActions.heldDecided), debounceTime(PAUSE_MS)),
      this.#actions.pipe(ofType(menuActions.answered), filter(({ answer }) => answer.outcome !== 'away')),
      this.#actions.pipe(ofType(menuActions.answered), filter(({ answer }) => answer.outcome === 'away'), switchMap(() => timer(RETRY_MS))),
    ).pipe(
      withLatestFrom(this.#store.select(menuFeature.selectMenuState)),
      concatMap(([, { waiting, sending, versions }]) => {
        const next = waiting[0];
        if (!next || sending) return EMPTY;
        this.#store.dispatch(menuActions.sending({ id: next.id }));
        const based = touchedBy(next.change).map((ref) => ({ ...ref, version: versionOf(versions, ref) }));
        return this.#api
          .change({ label: next.label.slice(0, 200), change: next.change, based })
          .pipe(map((answer) => menuActions.answered({ id: next.id, answer })));
      }),
    ),
  );

  /** What a held change touches is worked out in a worker; one that was typed on is looked at anew. */
  readonly reach = createEffect(() =>
    this.#store.select(menuFeature.selectMenuState).pipe(
      distinctUntilChanged((a, b) => a.held?.id === b.held?.id),
      switchMap(({ held, menu }) => (held && menu ? timer(REACH_PAUSE_MS).pipe(map(() => ({ held, menu }))) : of(undefined))),
      switchMap((asked) => {
        if (!asked) return EMPTY;
        const { held, menu } = asked;
        return this.#reach.find(applyUnchecked(menu, held.inverse), held.change).pipe(
          map((told) => (told.type === 'progress' ? menuActions.reachProgressed({ id: held.id, done: told.done, total: told.total }) : menuActions.reachFound({ id: held.id, reach: told.reach }))),
        );
      }),
    ),
  );

  /** A page that is closed while changes wait asks first. */
  readonly guard = createEffect(
    () =>
      this.#store.select(menuFeature.selectMenuState).pipe(
        map(({ waiting, held }) => waiting.length > 0 || held !== undefined),
        tap((waits) => {
          window.onbeforeunload = waits ? (event) => event.preventDefault() : null;
        }),
      ),
    { dispatch: false },
  );

  #read() {
    return this.#api.menu().pipe(
      map((stored) => menuActions.arrived({ stored })),
      catchError(() => of(menuActions.loadFailed())),
    );
  }

  /** Live events that tell of a revision we do not have. */
  #news() {
    return this.#live.events.pipe(
      withLatestFrom(this.#store.select(menuFeature.selectMenuState)),
      filter(([event, { revision, sending }]) => event.type === 'connected' || (event.type === 'menu' && event.revision > revision && !sending)),
      debounceTime(60),
    );
  }
}
