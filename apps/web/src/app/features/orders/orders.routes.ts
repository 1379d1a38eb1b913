import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { optionalPath } from '../../optional-path.ts';
import { OrdersPage } from './pages/orders-page.ts';
import { OrdersEffects, ordersFeature } from './store/orders-store.ts';

export default [
  {
    path: '',
    providers: [provideState(ordersFeature), provideEffects(OrdersEffects)],
    children: [{ matcher: optionalPath('id'), component: OrdersPage }],
  },
] satisfies Routes;
