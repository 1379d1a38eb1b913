import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { optionalPath } from '../../optional-path.ts';
import { TakingsPage } from './pages/takings-page.ts';
import { TakingsEffects, takingsFeature } from './store/takings-store.ts';

export default [
  {
    path: '',
    providers: [provideState(takingsFeature), provideEffects(TakingsEffects)],
    children: [{ matcher: optionalPath('view'), component: TakingsPage }],
  },
] satisfies Routes;
