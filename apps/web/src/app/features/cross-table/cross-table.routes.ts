import type { Routes } from '@angular/router';
import { CrossTablePage } from './pages/cross-table-page.ts';

export default [{ path: '', component: CrossTablePage }] satisfies Routes;
