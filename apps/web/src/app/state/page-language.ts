import { computed, DOCUMENT, effect, inject, Injectable, type Signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { catalogueOf, isRightToLeft } from '../messages/catalogue.ts';
import { loadMessages } from '../messages/message.ts';
import { LANGUAGE_KEY, languageChosen, selectChosenLanguage } from './chosen-language.ts';
import { MenuView } from './menu-view.ts';
import { PrimeNG } from 'primeng/config';

/** The language in which this browser's guests, till or pass are spoken to. */
@Injectable({ providedIn: 'root' })
export class PageLanguage {
  readonly #store = inject(Store);
  readonly #chosen = this.#store.selectSignal(selectChosenLanguage);
  readonly #view = inject(MenuView);
  /** The one chosen, if the menu is written in it, else the menu's first. */
  readonly locale = computed(() => {
    const offered = this.#view.menu()?.locales ?? [];
    return offered.find((one) => one === this.#chosen()) ?? offered[0] ?? this.#chosen() ?? 'en';
  });

  /** What was chosen last: the texts of one chosen before it may arrive later. */
  #wanted: string | undefined;

  /** The page speaks the language once its texts are there, and stays in the one it has if they can't be loaded. */
  async choose(locale: string): Promise<void> {
    this.#wanted = locale;
    try {
      await loadMessages(locale);
    } catch {
      return;
    }
    if (this.#wanted !== locale) return;
    this.#store.dispatch(languageChosen({ locale }));
    localStorage.setItem(LANGUAGE_KEY, locale);
  }
}

/**
 * The language of the page, which becomes that of the document until the page is left: for screen readers and the
 * browser, with its direction, its title, and PrimeNG's own words. Call it where injection is possible.
 */
export function injectPageLocale(title: (locale: string) => string): Signal<string> {
  const { locale } = inject(PageLanguage);
  const page = inject(DOCUMENT);
  const kit = inject(PrimeNG);
  effect((onCleanup) => {
    const { documentElement: root } = page;
    const { lang, dir } = root;
    root.lang = locale();
    root.dir = isRightToLeft(locale()) ? 'rtl' : 'ltr';
    page.title = title(locale());
    onCleanup(() => Object.assign(root, { lang, dir }));
  });
  effect((onCleanup) => {
    if (catalogueOf(locale()) !== 'es') return;
    const english = kit.translation;
    let isLeft = false;
    void import('primelocale/es.json').then(({ default: { es } }) => isLeft || kit.setTranslation(es));
    onCleanup(() => {
      isLeft = true;
      kit.setTranslation(english);
    });
  });
  return locale;
}
