import type { EnvironmentProviders, Provider } from '@angular/core';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { provideKit } from '../../../kit-theme.ts';
import { provideStock } from '../../../state/stock-view.ts';
import { BoardDeed } from './board-deed.ts';
import { boardFeature } from './board-store.ts';
import { CountFileEffects, countFileFeature } from './count-file-store.ts';
import { DeedEffects } from './deed-effects.ts';
import { deedFeature } from './deed-store.ts';
import { LedgerEffects, ledgerFeature } from './ledger-store.ts';
import { sheetFeature } from './sheet-store.ts';

/** What the 86 board and the pantry need: they share the deeds that wait. */
export function pantryProviders(): (EnvironmentProviders | Provider)[] {
  return [
    provideKit(),
    provideStock(),
    BoardDeed,
    provideState(boardFeature),
    provideState(deedFeature),
    provideState(sheetFeature),
    provideState(ledgerFeature),
    provideState(countFileFeature),
    provideEffects(DeedEffects, LedgerEffects, CountFileEffects),
  ];
}
