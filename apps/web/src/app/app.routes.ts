import type { Routes } from '@angular/router';

/** Every feature brings its own routes, store and effects, loaded when it is first visited. */
export const routes: Routes = [
  { path: 'shop', loadChildren: () => import('./features/shop/shop.routes.ts') },
  { path: 'api-docs', loadChildren: () => import('./features/api-docs/api-docs.routes.ts'), title: 'The API' },
  { path: '', loadChildren: () => import('./staff.routes.ts') },
];
