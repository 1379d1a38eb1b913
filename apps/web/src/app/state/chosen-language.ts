import { createAction, createFeature, createReducer, on, props } from '@ngrx/store';

export const LANGUAGE_KEY = 'hearty-ladle-language';

/** The language chosen on this device; the menu may not have it. */
export const chosenLanguage = () => globalThis.localStorage?.getItem(LANGUAGE_KEY) ?? undefined;

export const languageChosen = createAction('[Language] Chosen', props<{ locale: string }>());

interface ChosenLanguageState {
  readonly locale: string | undefined;
}

export const chosenLanguageFeature = createFeature({
  name: 'chosenLanguage',
  reducer: createReducer<ChosenLanguageState>(
    { locale: chosenLanguage() },
    on(languageChosen, (_state, { locale }) => ({ locale })),
  ),
});

export const { selectLocale: selectChosenLanguage } = chosenLanguageFeature;
