import { createAction, createFeature, createReducer, on, props } from '@ngrx/store';

export const LOCATION_KEY = 'hearty-ladle-location';

export const locationChosen = createAction('[Location] Chosen', props<{ location: string }>());

export interface ChosenLocationState {
  /** The location chosen on this device; the menu may no longer have it. */
  readonly chosen: string | undefined;
}

export const chosenLocationFeature = createFeature({
  name: 'chosenLocation',
  reducer: createReducer<ChosenLocationState>(
    { chosen: globalThis.localStorage?.getItem(LOCATION_KEY) ?? undefined },
    on(locationChosen, (_state, { location }) => ({ chosen: location })),
  ),
});

export const { selectChosen } = chosenLocationFeature;
