import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { provideKit } from '../../kit-theme.ts';
import { FirstOwnerPage } from './pages/first-owner-page.ts';
import { NoEntryPage } from './pages/no-entry-page.ts';
import { SignInPage } from './pages/sign-in-page.ts';
import { SignInEffects, signInFeature } from './store/sign-in-store.ts';

export default [
  {
    path: '',
    providers: [provideKit(), provideState(signInFeature), provideEffects(SignInEffects)],
    children: [
      { path: 'sign-in', component: SignInPage, title: 'Sign in · Hearty Ladle' },
      { path: 'first-owner', component: FirstOwnerPage, title: 'The first owner · Hearty Ladle' },
      { path: 'no-entry', component: NoEntryPage, title: 'Not for this role · Hearty Ladle' },
    ],
  },
] satisfies Routes;
