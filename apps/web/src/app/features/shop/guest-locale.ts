import { computed, DOCUMENT, effect, inject, type Signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { message, type MessageKey } from '../../messages/message.ts';
import { MenuView } from '../../state/menu-view.ts';
import { shopFeature } from './store/shop-store.ts';

/**
 * The guest's language: the one chosen, if the menu is written in it, else the menu's first. Until the guest leaves the
 * page, it is also the document's language, for screen readers and the browser, and that of its title. Call it where
 * injection is possible.
 */
export function injectGuestLocale(title: MessageKey): Signal<string> {
  const chosen = inject(Store).selectSignal(shopFeature.selectLocale);
  const view = inject(MenuView);
  const page = inject(DOCUMENT);
  const locale = computed(() => {
    const offered = view.menu()?.locales ?? [];
    return offered.find((one) => one === chosen()) ?? offered[0] ?? chosen() ?? 'en';
  });
  effect((onCleanup) => {
    const { documentElement: root } = page;
    const before = root.lang;
    root.lang = locale();
    page.title = message(locale(), title);
    onCleanup(() => (root.lang = before));
  });
  return locale;
}
