import type { Routes } from '@angular/router';
import { optionalPath } from '../../optional-path.ts';

const loadComponent = () => import('./pages/menu-page.ts').then((m) => m.MenuPage);

export default [{ matcher: optionalPath('item', 'group'), loadComponent }] satisfies Routes;
