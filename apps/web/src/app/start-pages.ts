import { provideHttpClient } from '@angular/common/http';
import { isDevMode, provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { provideRouter, type Routes, withComponentInputBinding } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideStore } from '@ngrx/store';
import { providePrimeNG } from 'primeng/config';
import { provideRenderBeforeInput } from './shell/render-before-input.ts';
import { Root } from './shell/root.ts';
import { chosenLanguageFeature } from './state/chosen-language.ts';
import { chosenLocationFeature } from './state/chosen-location.ts';
import { ServedEffects, servedFeature } from './state/served-menu.ts';
import { theme } from './theme.ts';
import { allowOwnScripts } from './trusted-types.ts';

/** The nonce of this response, required by the content security policy for component styles. */
const nonce = document.querySelector('[ngCspNonce]')?.getAttribute('ngCspNonce') ?? '';

/** Draws the pages of some routes in the document. */
export function startPages(routes: Routes): void {
  allowOwnScripts();
  bootstrapApplication(Root, {
    providers: [
      provideZonelessChangeDetection(),
      provideRenderBeforeInput(),
      provideHttpClient(),
      provideRouter(routes, withComponentInputBinding()),
      provideStore(
        {
          [servedFeature.name]: servedFeature.reducer,
          [chosenLocationFeature.name]: chosenLocationFeature.reducer,
          [chosenLanguageFeature.name]: chosenLanguageFeature.reducer,
        },
        { runtimeChecks: { strictStateImmutability: isDevMode(), strictActionImmutability: isDevMode() } },
      ),
      provideEffects(ServedEffects),
      providePrimeNG({
        csp: { nonce },
        theme: {
          preset: theme,
          options: { darkModeSelector: false, cssLayer: { name: 'primeng', order: 'base, primeng, app' } },
        },
      }),
    ],
  }).catch((error: unknown) => console.error(error));
}
