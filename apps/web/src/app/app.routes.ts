import type { Routes } from '@angular/router';

/** Every feature brings its own routes, store and effects, loaded when it is first visited. The shop has its own page. */
export const routes: Routes = [
  { path: 'api-docs', loadChildren: () => import('./features/api-docs/api-docs.routes.ts'), title: 'The API' },
  { path: '', loadChildren: () => import('./staff.routes.ts') },
];
