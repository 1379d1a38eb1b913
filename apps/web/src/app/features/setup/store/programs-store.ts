import { inject, Injectable } from '@angular/core';
import type { Delivery, DeliveryTry, SavedWebhook, Webhook, WebhookChange } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props, Store } from '@ngrx/store';
import { catchError, exhaustMap, filter, map, merge, of, switchMap, withLatestFrom } from 'rxjs';
import type { Asked } from '../../../api/asked.ts';
import { Live } from '../../../api/live.ts';
import { ProgramsApi } from '../../../api/programs-api.ts';

export interface ProgramsState {
  readonly status: 'loading' | 'loaded' | 'failed';
  readonly programs: readonly Webhook[];
  /** The latest messages to the program on screen. */
  readonly deliveries: readonly Delivery[];
  readonly isSending: boolean;
  readonly notice: { readonly isWell: boolean; readonly words: string } | undefined;
  /** A secret that was made just now, until the page is left. */
  readonly secret: { readonly id: string; readonly secret: string } | undefined;
  /** What came of the last test. */
  readonly tried: { readonly id: string; readonly result: DeliveryTry } | undefined;
}

export const programsActions = createActionGroup({
  source: 'Programs',
  events: {
    Opened: emptyProps(),
    Arrived: props<{ programs: readonly Webhook[] }>(),
    'Read failed': emptyProps(),
    Shown: props<{ id: string }>(),
    'Deliveries arrived': props<{ deliveries: readonly Delivery[] }>(),
    Saved: props<{ id: string; change: WebhookChange }>(),
    'Secret asked': props<{ id: string }>(),
    'Save answered': props<{ answer: Asked<SavedWebhook> }>(),
    Deleted: props<{ id: string }>(),
    'Given up sent': props<{ id: string }>(),
    Answered: props<{ answer: Asked<unknown>; words: string }>(),
    'Test asked': props<{ id: string }>(),
    'Test answered': props<{ id: string; answer: Asked<DeliveryTry> }>(),
  },
});

const refused = (words: string) => ({ isWell: false, words });
const sending = (state: ProgramsState) => ({ ...state, isSending: true, notice: undefined, tried: undefined });

export const programsFeature = createFeature({
  name: 'programs',
  reducer: createReducer<ProgramsState>(
    {
      status: 'loading',
      programs: [],
      deliveries: [],
      isSending: false,
      notice: undefined,
      secret: undefined,
      tried: undefined,
    },
    on(programsActions.opened, (state) => ({ ...state, notice: undefined, secret: undefined, tried: undefined })),
    on(programsActions.arrived, (state, { programs }) => ({ ...state, status: 'loaded' as const, programs })),
    on(programsActions.readFailed, (state) => ({ ...state, status: 'failed' as const })),
    on(programsActions.shown, (state) => ({ ...state, deliveries: [], notice: undefined, tried: undefined })),
    on(programsActions.deliveriesArrived, (state, { deliveries }) => ({ ...state, deliveries })),
    on(
      programsActions.saved,
      programsActions.secretAsked,
      programsActions.deleted,
      programsActions.givenUpSent,
      programsActions.testAsked,
      sending,
    ),
    on(programsActions.saveAnswered, (state, { answer }): ProgramsState => {
      if (answer.outcome === 'refused') return { ...state, isSending: false, notice: refused(answer.message) };
      const { webhook, secret } = answer.value;
      const others = state.programs.filter(({ id }) => id !== webhook.id);
      return {
        ...state,
        isSending: false,
        programs: [...others, webhook].sort((one, other) => one.name.localeCompare(other.name)),
        notice: { isWell: true, words: `${webhook.name} is saved.` },
        secret: secret === undefined ? state.secret : { id: webhook.id, secret },
      };
    }),
    on(programsActions.answered, (state, { answer, words }) => ({
      ...state,
      isSending: false,
      notice: answer.outcome === 'done' ? { isWell: true, words } : refused(answer.message),
    })),
    on(programsActions.testAnswered, (state, { id, answer }) =>
      answer.outcome === 'done'
        ? { ...state, isSending: false, tried: { id, result: answer.value } }
        : { ...state, isSending: false, notice: refused(answer.message) },
    ),
  ),
});

@Injectable()
export class ProgramsEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(ProgramsApi);
  readonly #live = inject(Live);
  readonly #store = inject(Store);
  readonly #news = this.#live.events.pipe(filter(({ type }) => type === 'programs' || type === 'connected'));

  readonly read = createEffect(() =>
    this.#actions.pipe(
      ofType(programsActions.opened),
      switchMap(() => merge(of(undefined), this.#news)),
      switchMap(() =>
        this.#api.programs().pipe(
          map((programs) => programsActions.arrived({ programs })),
          catchError(() => of(programsActions.readFailed())),
        ),
      ),
    ),
  );

  readonly show = createEffect(() =>
    this.#actions.pipe(
      ofType(programsActions.shown),
      switchMap(({ id }) => merge(of(undefined), this.#news).pipe(map(() => id))),
      withLatestFrom(this.#store.select(programsFeature.selectPrograms)),
      // One that is not saved yet has none.
      filter(([id, programs]) => programs.some((program) => program.id === id)),
      switchMap(([id]) => this.#api.deliveries(id).pipe(catchError(() => of([])))),
      map((deliveries) => programsActions.deliveriesArrived({ deliveries })),
    ),
  );

  readonly save = createEffect(() =>
    this.#actions.pipe(
      ofType(programsActions.saved, programsActions.secretAsked),
      exhaustMap((action) =>
        'change' in action ? this.#api.save(action.id, action.change) : this.#api.renewSecret(action.id),
      ),
      map((answer) => programsActions.saveAnswered({ answer })),
    ),
  );

  readonly remove = createEffect(() =>
    this.#actions.pipe(
      ofType(programsActions.deleted),
      exhaustMap(({ id }) => this.#api.remove(id)),
      map((answer) => programsActions.answered({ answer, words: 'Deleted. It is told nothing any more.' })),
    ),
  );

  readonly sendGivenUp = createEffect(() =>
    this.#actions.pipe(
      ofType(programsActions.givenUpSent),
      exhaustMap(({ id }) => this.#api.sendGivenUp(id)),
      map((answer) => programsActions.answered({ answer, words: 'They are being sent again.' })),
    ),
  );

  readonly test = createEffect(() =>
    this.#actions.pipe(
      ofType(programsActions.testAsked),
      exhaustMap(({ id }) => this.#api.test(id).pipe(map((answer) => programsActions.testAnswered({ id, answer })))),
    ),
  );
}
