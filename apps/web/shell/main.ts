// An empty page with the same framework, kit and store as ours: what `npm run bench:load` measures our pages against.
import { Component, provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { provideHttpClient } from '@angular/common/http';
import { provideRouter, RouterOutlet, withComponentInputBinding } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideStore } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { providePrimeNG } from 'primeng/config';
import { theme } from '../src/app/theme.ts';

@Component({
  selector: 'hl-root',
  imports: [ButtonDirective, RouterOutlet],
  template: '<button pButton>Nothing yet</button><router-outlet />',
})
class Root {}

bootstrapApplication(Root, {
  providers: [
    provideZonelessChangeDetection(),
    provideHttpClient(),
    provideRouter([], withComponentInputBinding()),
    provideStore({}),
    provideEffects([]),
    providePrimeNG({ theme: { preset: theme } }),
  ],
}).catch((error: unknown) => console.error(error));
