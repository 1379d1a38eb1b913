import { provideHttpClient } from '@angular/common/http';
import { type ApplicationConfig, isDevMode, provideZonelessChangeDetection } from '@angular/core';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideStore } from '@ngrx/store';
import { providePrimeNG } from 'primeng/config';
import { routes } from './app.routes.ts';
import { provideRenderBeforeInput } from './shell/render-before-input.ts';
import { chosenLanguageFeature } from './state/chosen-language.ts';
import { chosenLocationFeature } from './state/chosen-location.ts';
import { ServedEffects, servedFeature } from './state/served-menu.ts';
import { theme } from './theme.ts';

/** The nonce of this response, required by the content security policy for component styles. */
const nonce = document.querySelector('[ngCspNonce]')?.getAttribute('ngCspNonce') ?? '';

export const appConfig: ApplicationConfig = {
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
};
