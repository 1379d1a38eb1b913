import type { Routes } from '@angular/router';
import { CheckPage } from './pages/check-page.ts';

export default [{ path: '', component: CheckPage }] satisfies Routes;
