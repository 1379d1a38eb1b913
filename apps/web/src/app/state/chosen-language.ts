import { createAction, createFeature, createReducer, on, props } from '@ngrx/store';

export const LANGUAGE_KEY = 'hearty-ladle-language';

export const languageChosen = createAction('[Language] Chosen', props<{ locale: string }>());

interface ChosenLanguageState {
  /** The language chosen on this device; the menu may not have it. */
  readonly locale: string | undefined;
}

export const chosenLanguageFeature = createFeature({
  name: 'chosenLanguage',
  reducer: createReducer<ChosenLanguageState>(
    { locale: globalThis.localStorage?.getItem(LANGUAGE_KEY) ?? undefined },
    on(languageChosen, (_state, { locale }) => ({ locale })),
  ),
});

export const { selectLocale: selectChosenLanguage } = chosenLanguageFeature;
