import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { provideKit } from '../../kit-theme.ts';
import { provideStock } from '../../state/stock-view.ts';
import { PantryPage } from './pages/pantry-page.ts';
import { BoardEffects } from './store/board-effects.ts';
import { boardFeature } from './store/board-store.ts';
import { LedgerEffects, ledgerFeature } from './store/ledger-store.ts';

export default [
  {
    path: '',
    providers: [
      provideKit(),
      provideStock(),
      provideState(boardFeature),
      provideState(ledgerFeature),
      provideEffects(BoardEffects, LedgerEffects),
    ],
    component: PantryPage,
  },
] satisfies Routes;
