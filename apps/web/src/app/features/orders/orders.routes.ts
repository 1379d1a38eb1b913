import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { OrdersPage } from './pages/orders-page.ts';
import { OrdersEffects, ordersFeature } from './store/orders-store.ts';

export default [
  {
    path: '',
    providers: [provideState(ordersFeature), provideEffects(OrdersEffects)],
    children: [
      { path: '', component: OrdersPage },
      { path: ':id', component: OrdersPage },
    ],
  },
] satisfies Routes;
