import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { provideStock } from '../../state/stock-view.ts';
import { ProgressEffects, progressFeature } from './store/progress-store.ts';
import { ShopEffects } from './store/shop-effects.ts';
import { shopFeature } from './store/shop-store.ts';

export default [
  {
    path: '',
    providers: [provideState(shopFeature), provideEffects(ShopEffects), provideStock()],
    children: [
      {
        path: 'order/:id',
        providers: [provideState(progressFeature), provideEffects(ProgressEffects)],
        loadComponent: () => import('./pages/order-page.ts').then((m) => m.OrderPage),
      },
      { path: '', loadComponent: () => import('./pages/shop-page.ts').then((m) => m.ShopPage) },
    ],
  },
] satisfies Routes;
