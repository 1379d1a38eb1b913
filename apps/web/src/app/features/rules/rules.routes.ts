import type { Routes } from '@angular/router';
import { optionalPath } from '../../optional-path.ts';
import { RulesPage } from './pages/rules-page.ts';

export default [{ matcher: optionalPath('rule'), component: RulesPage }] satisfies Routes;
