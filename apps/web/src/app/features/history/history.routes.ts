import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { HistoryPage } from './pages/history-page.ts';
import { HistoryEffects, historyFeature } from './store/history-store.ts';

export default [
  { path: '', providers: [provideState(historyFeature), provideEffects(HistoryEffects)], component: HistoryPage },
] satisfies Routes;
