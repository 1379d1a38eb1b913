import type { Routes } from '@angular/router';
import { opensTo } from '../../doors.ts';

const paperPage = () => import('./pages/paper-page.ts').then((m) => m.PaperPage);

export default [
  { path: '', pathMatch: 'full', redirectTo: 'allergens' },
  { path: ':kind', canActivate: [opensTo('see-set-up')], title: 'On paper · Hearty Ladle', loadComponent: paperPage },
] satisfies Routes;
