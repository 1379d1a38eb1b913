import { computed, inject, Injectable, type Signal } from '@angular/core';
import { Router } from '@angular/router';
import {
  type Acting,
  type Action,
  devicePlaces,
  type PinTry,
  type Places,
  placesFor,
  reaches,
  type Session,
  type SignedIn,
} from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import {
  type Action as NgrxAction,
  createActionGroup,
  createFeature,
  createReducer,
  emptyProps,
  on,
  props,
  Store,
} from '@ngrx/store';
import {
  catchError,
  concatMap,
  EMPTY,
  exhaustMap,
  filter,
  fromEvent,
  map,
  merge,
  type Observable,
  of,
  startWith,
  switchMap,
  takeUntil,
  tap,
  timer,
  withLatestFrom,
} from 'rxjs';
import { now } from '../clock.ts';
import { SESSION, sessionLost, type SessionState } from '../api/session-slice.ts';
import { type PinAnswer, SessionApi } from '../api/session-api.ts';
import { menuActions } from './menu-actions.ts';
import { menuFeature } from './menu-reducer.ts';

const RETRY_MS = 5_000;
const NOT_YET = 'Changes of yours are not saved yet. Sign out once they are, or discard them first.';

export const sessionActions = createActionGroup({
  source: 'Session',
  events: {
    Opened: emptyProps(),
    Arrived: props<{ session: Session }>(),
    'Read failed': emptyProps(),
    'Signed out': emptyProps(),
    /** A PIN was right: its person acts here until it is forgotten. */
    Acted: props<{ acting: Acting }>(),
    /** The person asks that their PIN is forgotten. */
    Left: emptyProps(),
    /** The PIN was good for one thing, or its pause is over. */
    Forgotten: emptyProps(),
    Unpaired: emptyProps(),
  },
});

export const sessionFeature = createFeature({
  name: SESSION,
  reducer: createReducer<SessionState>(
    { status: 'loading', session: undefined, acting: undefined, lost: undefined },
    on(sessionActions.opened, (state) => ({ ...state, status: 'loading' as const })),
    on(sessionActions.arrived, (state, { session }) => ({ ...state, status: 'loaded' as const, session })),
    on(sessionActions.readFailed, (state) => ({ ...state, status: 'failed' as const })),
    on(sessionActions.acted, (state, { acting }) => ({
      ...state,
      acting: { ...acting, seconds: Math.max(1, (Date.parse(acting.until) - now().getTime()) / 1_000) },
    })),
    on(sessionActions.forgotten, (state) => ({ ...state, acting: undefined })),
    on(sessionLost, (state) => ({
      ...state,
      acting: undefined,
      lost: state.session?.person?.id ?? state.lost,
      session: state.session && withoutAnybody(state.session),
    })),
  ),
});

function withoutAnybody({ person: _, device: __, ...session }: Session): Session {
  return session;
}

/** Who uses this browser, and what they may do, for the pages. */
@Injectable({ providedIn: 'root' })
export class Who {
  readonly #store = inject(Store);
  readonly #state = this.#store.selectSignal(sessionFeature.selectSessionState);
  readonly status = computed(() => this.#state().status);
  readonly session = computed(() => this.#state().session);
  readonly person = computed(() => this.session()?.person);
  readonly device = computed(() => this.session()?.device);
  readonly acting = computed(() => this.#state().acting);
  readonly isKnown = computed(() => this.person() !== undefined || this.device() !== undefined);

  /** Where something may be done without asking for a PIN. */
  places(action: Action): Places {
    const [person, device] = [this.person(), this.device()];
    const each = [
      ...(person ? [placesFor(person.grants, action)] : []),
      ...(device ? [devicePlaces(device, action)] : []),
    ];
    return each.includes('everywhere') ? 'everywhere' : each.flatMap((places) => places as readonly string[]);
  }

  mayAnywhere(action: Action): boolean {
    return this.places(action).length > 0;
  }

  /** Whether something may be done at a location, by a signal. Who entered a PIN is let try: the server knows their roles. */
  may(action: Action, location: Signal<string | undefined>): Signal<boolean> {
    return computed(() => this.acting() !== undefined || reaches(this.places(action), location()));
  }
}

@Injectable()
export class SessionEffects {
  readonly #actions = inject(Actions);
  readonly #store = inject(Store);
  readonly #api = inject(SessionApi);
  readonly #router = inject(Router);

  readonly read = createEffect(() =>
    this.#actions.pipe(
      ofType(sessionActions.opened),
      switchMap(() =>
        this.#api.session().pipe(
          map((session) => sessionActions.arrived({ session })),
          catchError(() => of(sessionActions.readFailed())),
        ),
      ),
    ),
  );

  /** On the sign-in screen the question is put again until it is answered. */
  readonly readAgain = createEffect(() =>
    this.#actions.pipe(
      ofType(sessionActions.readFailed),
      switchMap(() => timer(RETRY_MS)),
      filter(() => this.#router.url.startsWith('/sign-in')),
      map(() => sessionActions.opened()),
    ),
  );

  /** Whoever was signed out elsewhere signs in again and finds everything as it was. */
  readonly lost = createEffect(
    () =>
      this.#actions.pipe(
        ofType(sessionLost),
        filter(() => !this.#router.url.startsWith('/sign-in')),
        tap(() => void this.#router.navigate(['/sign-in'], { queryParams: { from: this.#router.url } })),
      ),
    { dispatch: false },
  );

  /** Nobody leaves while changes of theirs wait to be saved; the next one finds nothing of the last. */
  readonly signOut = createEffect(() =>
    this.#actions.pipe(
      ofType(sessionActions.signedOut, sessionActions.unpaired),
      withLatestFrom(this.#store.select(menuFeature.selectMenuState)),
      exhaustMap(([{ type }, { pendingEdits, pendingChange }]) => {
        if (pendingEdits.length > 0 || pendingChange !== undefined)
          return of(menuActions.noticeGiven({ notice: NOT_YET }));
        const ended = type === sessionActions.signedOut.type ? this.#api.signOut() : this.#api.unpair();
        return ended.pipe(
          switchMap((answer) => {
            if (answer.outcome === 'refused') return of(menuActions.noticeGiven({ notice: answer.message }));
            location.assign('/sign-in');
            return EMPTY;
          }),
        );
      }),
    ),
  );

  readonly leave = createEffect(() =>
    this.#actions.pipe(
      ofType(sessionActions.left),
      exhaustMap(() => this.#api.forgetPin().pipe(catchError(() => of(undefined)))),
      map(() => sessionActions.forgotten()),
    ),
  );

  /** A PIN is forgotten when nobody has touched the screen for the pause that the house has set. */
  readonly pause = createEffect(() =>
    this.#actions.pipe(
      ofType(sessionActions.acted),
      withLatestFrom(this.#store.select(sessionFeature.selectActing)),
      switchMap(([, acting]) =>
        acting
          ? merge(fromEvent(document, 'pointerdown'), fromEvent(document, 'keydown')).pipe(
              startWith(undefined),
              switchMap(() => timer(acting.seconds * 1_000)),
              takeUntil(this.#actions.pipe(ofType(sessionActions.forgotten))),
            )
          : EMPTY,
      ),
      map(() => sessionActions.left()),
    ),
  );
}

/** Tries a PIN: who entered the right one acts here from then on, before `then` answers what was asked for. */
export function pinTried(
  api: SessionApi,
  tried: PinTry,
  then: (answer: PinAnswer) => readonly NgrxAction[],
): Observable<NgrxAction> {
  return api
    .tryPin(tried)
    .pipe(
      concatMap((answer) => [
        ...(answer.outcome === 'right' ? [sessionActions.acted({ acting: answer.acting })] : []),
        ...then(answer),
      ]),
    );
}

/** The first screen of whoever uses this browser. */
export function homeOf({
  person,
  device,
}: {
  readonly person?: SignedIn | undefined;
  readonly device?: Session['device'];
}): string {
  const sees = (action: Action) => person !== undefined && placesFor(person.grants, action).length > 0;
  if (sees('see-set-up')) return '/menu';
  if (sees('take-orders')) return '/till';
  if (sees('see-tickets')) return '/pass';
  return device ? `/${device.kind}` : '/sign-in';
}
