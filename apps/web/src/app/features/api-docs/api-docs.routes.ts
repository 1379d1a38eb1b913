import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { ApiPage } from './pages/api-page.ts';
import { ApiDocsEffects, apiDocsFeature } from './store/api-docs-store.ts';

export default [
  { path: '', providers: [provideState(apiDocsFeature), provideEffects(ApiDocsEffects)], component: ApiPage },
] satisfies Routes;
