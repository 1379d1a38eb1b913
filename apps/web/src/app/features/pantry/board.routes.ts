import type { Routes } from '@angular/router';
import { BoardPage } from './pages/board-page.ts';
import { pantryProviders } from './store/pantry-providers.ts';

export default [{ path: '', providers: pantryProviders(), component: BoardPage }] satisfies Routes;
