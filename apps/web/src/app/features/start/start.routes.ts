import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { StartPage } from './pages/start-page.ts';
import { StartEffects, startFeature } from './store/start-store.ts';

export default [
  { path: '', providers: [provideState(startFeature), provideEffects(StartEffects)], component: StartPage },
] satisfies Routes;
