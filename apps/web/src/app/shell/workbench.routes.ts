import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { opensTo } from '../doors.ts';
import { provideKit } from '../kit-theme.ts';
import { EditionsEffects, editionsFeature } from '../state/editions.ts';
import { FirstStepsEffects, firstStepsFeature } from '../state/first-steps.ts';
import { CheckEffects, checkFeature } from '../state/line-check.ts';
import { PictureEffects, pictureFeature } from '../state/pictures.ts';
import { OPEN_TO } from '../state/screens.ts';
import { provideStock } from '../state/stock-view.ts';
import { TablesEffects, tablesFeature } from '../state/tables-store.ts';
import { Workbench } from './workbench.ts';

/** The screens of the workbench, each loaded when it is first visited. */
export default [
  {
    path: '',
    providers: [
      provideKit(),
      provideStock(),
      provideState(pictureFeature),
      provideState(checkFeature),
      provideState(firstStepsFeature),
      provideState(editionsFeature),
      provideState(tablesFeature),
      provideEffects(PictureEffects, CheckEffects, FirstStepsEffects, EditionsEffects, TablesEffects),
    ],
    component: Workbench,
    children: [
      {
        path: 'start',
        canActivate: [opensTo(OPEN_TO.start)],
        loadChildren: () => import('../features/start/start.routes.ts'),
        title: 'First steps · Hearty Ladle',
      },
      {
        path: 'menu',
        canActivate: [opensTo(OPEN_TO.menu)],
        loadChildren: () => import('../features/menu/menu.routes.ts'),
        title: 'Menu · Hearty Ladle',
      },
      {
        path: 'groups',
        canActivate: [opensTo(OPEN_TO.groups)],
        loadChildren: () => import('../features/groups/groups.routes.ts'),
        title: 'Groups · Hearty Ladle',
      },
      {
        path: 'rules',
        canActivate: [opensTo(OPEN_TO.rules)],
        loadChildren: () => import('../features/rules/rules.routes.ts'),
        title: 'Rules · Hearty Ladle',
      },
      {
        path: 'cross-table',
        canActivate: [opensTo(OPEN_TO['cross-table'])],
        loadChildren: () => import('../features/cross-table/cross-table.routes.ts'),
        title: 'Cross table · Hearty Ladle',
      },
      {
        path: 'prices',
        canActivate: [opensTo(OPEN_TO.prices)],
        loadChildren: () => import('../features/prices/prices.routes.ts'),
        title: 'Prices · Hearty Ladle',
      },
      {
        path: 'check',
        canActivate: [opensTo(OPEN_TO.check)],
        loadChildren: () => import('../features/check/check.routes.ts'),
        title: 'Line check · Hearty Ladle',
      },
      {
        path: 'editions',
        canActivate: [opensTo(OPEN_TO.editions)],
        loadChildren: () => import('../features/editions/editions.routes.ts'),
        title: 'Editions · Hearty Ladle',
      },
      {
        path: 'takings',
        canActivate: [opensTo(OPEN_TO.takings)],
        loadChildren: () => import('../features/takings/takings.routes.ts'),
        title: 'Takings · Hearty Ladle',
      },
      {
        path: 'history',
        canActivate: [opensTo(OPEN_TO.history)],
        loadChildren: () => import('../features/history/history.routes.ts'),
        title: 'History · Hearty Ladle',
      },
      {
        path: 'orders',
        canActivate: [opensTo(OPEN_TO.orders)],
        loadChildren: () => import('../features/orders/orders.routes.ts'),
        title: 'Orders · Hearty Ladle',
      },
      { path: 'paper', loadChildren: () => import('../features/paper/paper.routes.ts') },
      {
        path: 'setup',
        canActivate: [opensTo(OPEN_TO.setup)],
        loadChildren: () => import('../features/setup/setup.routes.ts'),
        title: 'Set-up · Hearty Ladle',
      },
    ],
  },
] satisfies Routes;
