import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { CheckPage } from './pages/check-page.ts';
import { CheckEffects, checkFeature } from './store/check-store.ts';

export default [
  { path: '', providers: [provideState(checkFeature), provideEffects(CheckEffects)], component: CheckPage },
] satisfies Routes;
