import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { optionalPath } from '../../optional-path.ts';
import { OrdersPage } from './pages/orders-page.ts';
import { OrdersEffects, ordersFeature } from './store/orders-store.ts';
import { VoidEffects, voidFeature } from './store/void-store.ts';

export default [
  {
    path: '',
    providers: [provideState(ordersFeature), provideState(voidFeature), provideEffects(OrdersEffects, VoidEffects)],
    children: [{ matcher: optionalPath('id'), component: OrdersPage }],
  },
] satisfies Routes;
