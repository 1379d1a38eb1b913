import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { PictureEffects, pictureFeature } from './state/pictures.ts';

/** Every feature brings its own routes, store and effects, loaded when it is first visited. */
export const routes: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'menu' },
  {
    path: '',
    providers: [provideState(pictureFeature), provideEffects(PictureEffects)],
    loadComponent: () => import('./shell/workbench.ts').then((m) => m.Workbench),
    children: [
      { path: 'menu', loadChildren: () => import('./features/menu/menu.routes.ts'), title: 'Menu · Hearty Ladle' },
      {
        path: 'groups',
        loadChildren: () => import('./features/groups/groups.routes.ts'),
        title: 'Groups · Hearty Ladle',
      },
      {
        path: 'check',
        loadChildren: () => import('./features/check/check.routes.ts'),
        title: 'Line check · Hearty Ladle',
      },
      {
        path: 'history',
        loadChildren: () => import('./features/history/history.routes.ts'),
        title: 'History · Hearty Ladle',
      },
      {
        path: 'orders',
        loadChildren: () => import('./features/orders/orders.routes.ts'),
        title: 'Orders · Hearty Ladle',
      },
      { path: 'setup', loadChildren: () => import('./features/setup/setup.routes.ts'), title: 'Set-up · Hearty Ladle' },
    ],
  },
  { path: 'shop', loadChildren: () => import('./features/shop/shop.routes.ts') },
  { path: 'till', loadChildren: () => import('./features/till/till.routes.ts'), title: 'Till' },
  { path: 'pass', loadChildren: () => import('./features/pass/pass.routes.ts'), title: 'Pass' },
  { path: 'api-docs', loadChildren: () => import('./features/api-docs/api-docs.routes.ts'), title: 'The API' },
  { path: '**', redirectTo: 'menu' },
];
