import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { EditionsPage } from './pages/editions-page.ts';
import { PublishingEffects, publishingFeature } from './store/publishing-store.ts';

export default [
  {
    path: '',
    providers: [provideState(publishingFeature), provideEffects(PublishingEffects)],
    children: [
      { path: '', component: EditionsPage },
      { path: ':number', component: EditionsPage },
    ],
  },
] satisfies Routes;
