import type { Routes } from '@angular/router';

const loadComponent = () => import('./pages/groups-page.ts').then((m) => m.GroupsPage);

export default [
  { path: '', loadComponent },
  { path: ':group', loadComponent },
] satisfies Routes;
