import { createFeatureSelector, createSelector } from '@ngrx/store';
import type { MenuState } from './menu-state.ts';
import { servedFeature } from './served-menu.ts';

export const MENU = 'menu';
/** Where people of the house are not at work, as in the shop, there is no draft. */
const selectDraft = createFeatureSelector<MenuState | undefined>(MENU);

/** The menu on screen: the draft in the workbench, else the edition that is served. */
export const selectMenu = createSelector(
  servedFeature.selectAudience,
  servedFeature.selectServed,
  selectDraft,
  (audience, served, draft) => (audience === 'workbench' ? draft?.menu : served?.menu),
);

/** How far reading it is; `failed` also where nothing is served yet. */
export const selectMenuLoad = createSelector(
  servedFeature.selectServedState,
  selectDraft,
  ({ audience, served, hasFailed }, draft): MenuState['load'] => {
    if (audience === 'workbench') return draft?.load ?? { status: 'idle' };
    return { status: served ? 'loaded' : hasFailed ? 'failed' : audience === undefined ? 'idle' : 'loading' };
  },
);

/** Which edition is on screen; undefined for the draft. */
export const selectEdition = createSelector(servedFeature.selectServed, (served) => served?.edition);
