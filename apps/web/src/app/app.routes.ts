import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { CheckEffects, checkFeature } from './features/check/store/check-store.ts';
import { HistoryEffects, historyFeature } from './features/history/store/history-store.ts';
import { OrdersEffects, ordersFeature } from './features/orders/store/orders-store.ts';
import { PassEffects, passFeature } from './features/pass/store/pass-store.ts';
import { HouseEffects, houseFeature } from './features/setup/store/house-store.ts';
import { PrinterEffects, printerFeature } from './features/setup/store/printer-store.ts';
import { ShopEffects } from './features/shop/store/shop-effects.ts';
import { shopFeature } from './features/shop/store/shop-store.ts';
import { TillEffects, tillFeature } from './features/till/store/till-store.ts';

export const routes: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'menu' },
  {
    path: '',
    loadComponent: () => import('./shell/workbench.ts').then((m) => m.Workbench),
    children: [
      { path: 'menu', loadComponent: () => import('./features/menu/pages/menu-page.ts').then((m) => m.MenuPage), title: 'Menu · Hearty Ladle' },
      { path: 'menu/:item', loadComponent: () => import('./features/menu/pages/menu-page.ts').then((m) => m.MenuPage), title: 'Menu · Hearty Ladle' },
      { path: 'menu/:item/:group', loadComponent: () => import('./features/menu/pages/menu-page.ts').then((m) => m.MenuPage), title: 'Menu · Hearty Ladle' },
      { path: 'check', providers: [provideState(checkFeature), provideEffects(CheckEffects)], loadComponent: () => import('./features/check/pages/check-page.ts').then((m) => m.CheckPage), title: 'Line check · Hearty Ladle' },
      { path: 'groups', loadComponent: () => import('./features/groups/pages/groups-page.ts').then((m) => m.GroupsPage), title: 'Groups · Hearty Ladle' },
      { path: 'groups/:group', loadComponent: () => import('./features/groups/pages/groups-page.ts').then((m) => m.GroupsPage), title: 'Groups · Hearty Ladle' },
      { path: 'history', providers: [provideState(historyFeature), provideEffects(HistoryEffects)], loadComponent: () => import('./features/history/pages/history-page.ts').then((m) => m.HistoryPage), title: 'History · Hearty Ladle' },
      { path: 'setup', pathMatch: 'full', redirectTo: 'setup/stations' },
      { path: 'orders', providers: [provideState(ordersFeature), provideEffects(OrdersEffects)], children: [
        { path: '', loadComponent: () => import('./features/orders/pages/orders-page.ts').then((m) => m.OrdersPage), title: 'Orders · Hearty Ladle' },
        { path: ':id', loadComponent: () => import('./features/orders/pages/orders-page.ts').then((m) => m.OrdersPage), title: 'Orders · Hearty Ladle' },
      ] },
      { path: 'setup/printers', providers: [provideState(printerFeature), provideEffects(PrinterEffects)], children: [
        { path: '', loadComponent: () => import('./features/setup/pages/printers-page.ts').then((m) => m.PrintersPage), title: 'Printers · Hearty Ladle' },
        { path: ':station', loadComponent: () => import('./features/setup/pages/printers-page.ts').then((m) => m.PrintersPage), title: 'Printers · Hearty Ladle' },
      ] },
      { path: 'setup/house', providers: [provideState(houseFeature), provideEffects(HouseEffects)], loadComponent: () => import('./features/setup/pages/house-page.ts').then((m) => m.HousePage), title: 'House · Hearty Ladle' },
      { path: 'setup/:kind', loadComponent: () => import('./features/setup/pages/setup-page.ts').then((m) => m.SetupPage), title: 'Set-up · Hearty Ladle' },
      { path: 'setup/:kind/:id', loadComponent: () => import('./features/setup/pages/setup-page.ts').then((m) => m.SetupPage), title: 'Set-up · Hearty Ladle' },
    ],
  },
  { path: 'shop/order/:id', loadComponent: () => import('./features/shop/pages/order-page.ts').then((m) => m.OrderPage), title: 'Your order' },
  { path: 'shop', providers: [provideState(shopFeature), provideEffects(ShopEffects)], loadComponent: () => import('./features/shop/pages/shop-page.ts').then((m) => m.ShopPage), title: 'Order' },
  { path: 'till', providers: [provideState(tillFeature), provideEffects(TillEffects)], loadComponent: () => import('./features/till/pages/till-page.ts').then((m) => m.TillPage), title: 'Till' },
  { path: 'api-docs', loadComponent: () => import('./features/api-docs/pages/api-page.ts').then((m) => m.ApiPage), title: 'The ordering API' },
  { path: 'pass', providers: [provideState(passFeature), provideEffects(PassEffects)], loadComponent: () => import('./features/pass/pages/pass-page.ts').then((m) => m.PassPage), title: 'Pass' },
  { path: '**', redirectTo: 'menu' },
];
