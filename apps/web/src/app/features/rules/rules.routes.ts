import type { Routes } from '@angular/router';
import { RulesPage } from './pages/rules-page.ts';

export default [
  { path: '', component: RulesPage },
  { path: ':rule', component: RulesPage },
] satisfies Routes;
