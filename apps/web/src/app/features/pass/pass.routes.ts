import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { provideKit } from '../../kit-theme.ts';
import { provideStock } from '../../state/stock-view.ts';
import { PassPage } from './pages/pass-page.ts';
import { PassEffects, passFeature } from './store/pass-store.ts';

export default [
  {
    path: '',
    providers: [provideKit(), provideState(passFeature), provideEffects(PassEffects), provideStock()],
    component: PassPage,
  },
] satisfies Routes;
