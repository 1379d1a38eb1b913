import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { PassPage } from './pages/pass-page.ts';
import { PassEffects, passFeature } from './store/pass-store.ts';

export default [
  { path: '', providers: [provideState(passFeature), provideEffects(PassEffects)], component: PassPage },
] satisfies Routes;
