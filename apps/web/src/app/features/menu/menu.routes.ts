import type { Routes } from '@angular/router';

const loadComponent = () => import('./pages/menu-page.ts').then((m) => m.MenuPage);

export default [
  { path: '', loadComponent },
  { path: ':item', loadComponent },
  { path: ':item/:group', loadComponent },
] satisfies Routes;
