import type { Routes } from '@angular/router';
import { PantryPage } from './pages/pantry-page.ts';
import { pantryProviders } from './store/pantry-providers.ts';

export default [{ path: '', providers: pantryProviders(), component: PantryPage }] satisfies Routes;
