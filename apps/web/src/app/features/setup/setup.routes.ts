import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { opensTo } from '../../doors.ts';
import { optionalPath } from '../../optional-path.ts';
import { AccountEffects, accountFeature } from './store/account-store.ts';
import { HouseEffects, houseFeature } from './store/house-store.ts';
import { PeopleEffects, peopleFeature } from './store/people-store.ts';
import { PrinterEffects, printerFeature } from './store/printer-store.ts';
import { ProgramsEffects, programsFeature } from './store/programs-store.ts';
import { TrailEffects, trailFeature } from './store/trail-store.ts';

const printersPage = () => import('./pages/printers-page.ts').then((m) => m.PrintersPage);
const circumstancesPage = () => import('./pages/circumstances-page.ts').then((m) => m.CircumstancesPage);
const languagesPage = () => import('./pages/languages-page.ts').then((m) => m.LanguagesPage);
const setupPage = () => import('./pages/setup-page.ts').then((m) => m.SetupPage);
const PRINTERS = [provideState(printerFeature), provideEffects(PrinterEffects)];

export default [
  { path: '', pathMatch: 'full', redirectTo: 'stations' },
  {
    path: 'sold-where',
    canActivate: [opensTo('see-set-up')],
    title: 'What is sold where · Hearty Ladle',
    loadComponent: () => import('./pages/sold-where-page.ts').then((m) => m.SoldWherePage),
  },
  {
    path: 'in-and-out',
    canActivate: [opensTo('see-set-up')],
    title: 'In and out · Hearty Ladle',
    loadComponent: () => import('./pages/in-and-out-page.ts').then((m) => m.InAndOutPage),
  },
  {
    path: 'order-questions',
    canActivate: [opensTo('see-set-up')],
    title: 'Asked once per order · Hearty Ladle',
    loadComponent: () => import('./pages/order-questions-page.ts').then((m) => m.OrderQuestionsPage),
  },
  {
    path: 'languages',
    canActivate: [opensTo('see-set-up')],
    title: 'Languages · Hearty Ladle',
    children: [{ matcher: optionalPath('tag'), loadComponent: languagesPage }],
  },
  ...['locations', 'price-lists', 'hours', 'guests'].map((kind) => ({
    path: kind,
    canActivate: [opensTo('see-set-up')],
    title: 'Set-up · Hearty Ladle',
    data: { kind },
    providers: PRINTERS,
    children: [{ matcher: optionalPath('id'), loadComponent: circumstancesPage }],
  })),
  {
    path: 'people',
    canActivate: [opensTo('manage-people')],
    providers: [provideState(peopleFeature), provideEffects(PeopleEffects)],
    title: 'People · Hearty Ladle',
    loadComponent: () => import('./pages/people-page.ts').then((m) => m.PeoplePage),
  },
  {
    path: 'devices',
    canActivate: [opensTo('manage-people')],
    providers: [provideState(peopleFeature), provideEffects(PeopleEffects)],
    title: 'Devices · Hearty Ladle',
    loadComponent: () => import('./pages/devices-page.ts').then((m) => m.DevicesPage),
  },
  {
    path: 'trail',
    canActivate: [opensTo('see-trail')],
    providers: [provideState(trailFeature), provideEffects(TrailEffects)],
    title: 'Trail · Hearty Ladle',
    loadComponent: () => import('./pages/trail-page.ts').then((m) => m.TrailPage),
  },
  {
    path: 'account',
    canActivate: [opensTo('own-account')],
    providers: [provideState(accountFeature), provideEffects(AccountEffects)],
    title: 'My account · Hearty Ladle',
    loadComponent: () => import('./pages/account-page.ts').then((m) => m.AccountPage),
  },
  {
    path: 'printers',
    canActivate: [opensTo('see-set-up')],
    providers: PRINTERS,
    title: 'Printers · Hearty Ladle',
    children: [{ matcher: optionalPath('printer'), loadComponent: printersPage }],
  },
  {
    path: 'programs',
    canActivate: [opensTo('see-set-up')],
    providers: [provideState(programsFeature), provideEffects(ProgramsEffects)],
    title: 'Other programs · Hearty Ladle',
    loadComponent: () => import('./pages/programs-page.ts').then((m) => m.ProgramsPage),
  },
  {
    path: 'house',
    canActivate: [opensTo('see-set-up')],
    providers: [provideState(houseFeature), provideEffects(HouseEffects)],
    title: 'House · Hearty Ladle',
    loadComponent: () => import('./pages/house-page.ts').then((m) => m.HousePage),
  },
  { matcher: optionalPath('kind', 'id'), canActivate: [opensTo('see-set-up')], loadComponent: setupPage },
] satisfies Routes;
