import type { Routes } from '@angular/router';

/** Every feature brings its own routes, store and effects, loaded when it is first visited. */
export const routes: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'menu' },
  { path: 'shop', loadChildren: () => import('./features/shop/shop.routes.ts') },
  { path: 'till', loadChildren: () => import('./features/till/till.routes.ts'), title: 'Till' },
  { path: 'pass', loadChildren: () => import('./features/pass/pass.routes.ts'), title: 'Pass' },
  { path: 'board', loadChildren: () => import('./features/pantry/board.routes.ts'), title: '86 board' },
  { path: 'pantry', loadChildren: () => import('./features/pantry/pantry.routes.ts'), title: 'Pantry' },
  { path: 'api-docs', loadChildren: () => import('./features/api-docs/api-docs.routes.ts'), title: 'The API' },
  { path: '', loadChildren: () => import('./shell/workbench.routes.ts') },
  { path: '**', redirectTo: 'menu' },
];
