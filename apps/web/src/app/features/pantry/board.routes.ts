import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { provideKit } from '../../kit-theme.ts';
import { provideStock } from '../../state/stock-view.ts';
import { BoardPage } from './pages/board-page.ts';
import { BoardEffects } from './store/board-effects.ts';
import { boardFeature } from './store/board-store.ts';

export default [
  {
    path: '',
    providers: [provideKit(), provideStock(), provideState(boardFeature), provideEffects(BoardEffects)],
    component: BoardPage,
  },
] satisfies Routes;
