import type { Routes } from '@angular/router';
import { optionalPath } from '../../optional-path.ts';

const loadComponent = () => import('./pages/groups-page.ts').then((m) => m.GroupsPage);

export default [{ matcher: optionalPath('group'), loadComponent }] satisfies Routes;
