import type { Routes } from '@angular/router';
import { StartPage } from './pages/start-page.ts';

export default [{ path: '', component: StartPage }] satisfies Routes;
