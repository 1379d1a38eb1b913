import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { provideKit } from '../../kit-theme.ts';
import { provideStock } from '../../state/stock-view.ts';
import { TillPage } from './pages/till-page.ts';
import { TillEffects } from './store/till-effects.ts';
import { tillFeature } from './store/till-store.ts';

export default [
  {
    path: '',
    providers: [provideKit(), provideState(tillFeature), provideEffects(TillEffects), provideStock()],
    component: TillPage,
  },
] satisfies Routes;
