import type { LiveEvent } from '@hearty-ladle/core';
import '@angular/compiler';
import { Injector, runInInjectionContext, type StaticProvider, type Type } from '@angular/core';
import { Actions, getEffectsMetadata } from '@ngrx/effects';
import { type Action, Store } from '@ngrx/store';
import { BehaviorSubject, NEVER, type Observable, Subject } from 'rxjs';
import { Api } from '../api/api.ts';
import { Live } from '../api/live.ts';
import { OrderingApi } from '../api/ordering-api.ts';
import { SessionApi } from '../api/session-api.ts';
import { ProgramsApi } from '../api/programs-api.ts';
import { TablesApi } from '../api/tables-api.ts';
import { TakingsApi } from '../api/takings-api.ts';

/**
 * Runs effects with a fake server; dispatched actions are recorded and go through the feature's reducer. `others`: what
 * else is in the store.
 */
export function runEffects<E extends object, S>(
  effects: Type<E>,
  api: object,
  feature: { reducer: (state: S | undefined, action: Action) => S },
  more: StaticProvider[] = [],
  others: object = {},
) {
  const actions = new Subject<Action>();
  const events = new Subject<LiveEvent>();
  const state = new BehaviorSubject(feature.reducer(undefined, { type: 'start' }));
  const heard: Action[] = [];
  const act = (action: Action) => {
    heard.push(action);
    state.next(feature.reducer(state.value, action));
    actions.next(action);
  };
  const store = {
    select: (selector: (whole: object) => unknown) =>
      selectFrom(state, (whole) => selector({ ...others, ...whole }), feature as never),
    dispatch: act,
  };
  const injector = Injector.create({
    providers: [
      { provide: Actions, useValue: new Actions(actions) },
      { provide: Api, useValue: api },
      { provide: OrderingApi, useValue: api },
      { provide: SessionApi, useValue: api },
      { provide: TablesApi, useValue: api },
      { provide: ProgramsApi, useValue: api },
      { provide: TakingsApi, useValue: api },
      { provide: Live, useValue: { events, connected: NEVER } },
      { provide: Store, useValue: store },
      ...more,
    ],
  });
  const made = runInInjectionContext(injector, () => new effects());
  for (const [name, config] of Object.entries(getEffectsMetadata(made as Record<string, object>)) as [
    keyof E,
    { dispatch?: boolean } | undefined,
  ][]) {
    (made[name] as Observable<Action>).subscribe((action) => config?.dispatch !== false && act(action));
  }
  return { act, events, heard, state: () => state.value };
}

function selectFrom<S>(
  state: BehaviorSubject<S>,
  selector: (whole: object) => unknown,
  feature: { name: string },
): Observable<unknown> {
  const selected = new BehaviorSubject<unknown>(undefined);
  state.subscribe((own) => selected.next(selector({ [feature.name]: own })));
  return selected;
}
