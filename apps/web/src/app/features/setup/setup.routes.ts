import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { optionalPath } from '../../optional-path.ts';
import { HouseEffects, houseFeature } from './store/house-store.ts';
import { PrinterEffects, printerFeature } from './store/printer-store.ts';

const printersPage = () => import('./pages/printers-page.ts').then((m) => m.PrintersPage);
const setupPage = () => import('./pages/setup-page.ts').then((m) => m.SetupPage);

export default [
  { path: '', pathMatch: 'full', redirectTo: 'stations' },
  {
    path: 'printers',
    providers: [provideState(printerFeature), provideEffects(PrinterEffects)],
    title: 'Printers · Hearty Ladle',
    children: [{ matcher: optionalPath('printer'), loadComponent: printersPage }],
  },
  {
    path: 'house',
    providers: [provideState(houseFeature), provideEffects(HouseEffects)],
    title: 'House · Hearty Ladle',
    loadComponent: () => import('./pages/house-page.ts').then((m) => m.HousePage),
  },
  { matcher: optionalPath('kind', 'id'), loadComponent: setupPage },
] satisfies Routes;
