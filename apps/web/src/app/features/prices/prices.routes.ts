import type { Routes } from '@angular/router';
import { PricesPage } from './pages/prices-page.ts';

export default [{ path: '', component: PricesPage }] satisfies Routes;
