import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { leadsHome, opensTo } from './doors.ts';
import { MenuEffects } from './state/menu-effects.ts';
import { menuFeature } from './state/menu-reducer.ts';
import { PinPeopleEffects, pinPeopleFeature } from './state/pin-people.ts';
import { OPEN_TO } from './state/screens.ts';
import { ShowingEffects } from './state/showing.ts';
import { SessionEffects, sessionFeature } from './state/session.ts';

/** The screens of the people who work here, each open to who may do what it is for. */
export default [
  {
    path: '',
    providers: [
      provideState(menuFeature),
      provideState(sessionFeature),
      provideState(pinPeopleFeature),
      provideEffects(MenuEffects, SessionEffects, PinPeopleEffects, ShowingEffects),
    ],
    children: [
      { path: '', pathMatch: 'full', canActivate: [leadsHome], children: [] },
      {
        path: 'till',
        canActivate: [opensTo(OPEN_TO.till)],
        loadChildren: () => import('./features/till/till.routes.ts'),
        title: 'Till',
      },
      {
        path: 'pass',
        canActivate: [opensTo(OPEN_TO.pass)],
        loadChildren: () => import('./features/pass/pass.routes.ts'),
        title: 'Pass',
      },
      {
        path: 'board',
        canActivate: [opensTo(OPEN_TO.board)],
        loadChildren: () => import('./features/pantry/board.routes.ts'),
        title: '86 board',
      },
      {
        path: 'pantry',
        canActivate: [opensTo(OPEN_TO.pantry)],
        loadChildren: () => import('./features/pantry/pantry.routes.ts'),
        title: 'Pantry',
      },
      { path: '', loadChildren: () => import('./features/sign-in/sign-in.routes.ts') },
      { path: '', loadChildren: () => import('./shell/workbench.routes.ts') },
      { path: '**', canActivate: [leadsHome], children: [] },
    ],
  },
] satisfies Routes;
