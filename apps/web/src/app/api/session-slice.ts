import type { Acting, Places, Session } from '@hearty-ladle/core';
import { createAction, createFeatureSelector, createSelector } from '@ngrx/store';

/** Who uses this browser: the person who signed in, the paired device, and who entered a PIN. */
export interface SessionState {
  readonly status: 'loading' | 'loaded' | 'failed';
  readonly session: Session | undefined;
  readonly acting: (Acting & { readonly seconds: number }) | undefined;
  /** The person whose session ended while their pages were open: what they were doing is still here. */
  readonly lost: string | undefined;
}

export const SESSION = 'session';
/** Guests have no session: in the shop the slice is not there. */
const selectSlice = createFeatureSelector<SessionState | undefined>(SESSION);
export const selectActingToken = createSelector(selectSlice, (state) => state?.acting?.acting);
/** The person or device that is known; undefined for nobody, and for guests. */
export const selectKnown = createSelector(
  selectSlice,
  (state) => state?.session?.person?.id ?? state?.session?.device?.id,
);
export const selectIsPerson = createSelector(selectSlice, (state) => state?.session?.person !== undefined);

/** The server no longer knows who is asking. */
export const sessionLost = createAction('[Session] Lost');

/** Where whoever uses this browser has business: a device at its location, a person where their roles are. */
export const selectPlaces = createSelector(selectSlice, (state): Places => {
  const { person, device } = state?.session ?? {};
  if (person) {
    const places = person.grants.map(({ location }) => location);
    return places.includes(undefined) ? 'everywhere' : places.filter((place) => place !== undefined);
  }
  return device?.location === undefined ? 'everywhere' : [device.location];
});
