import { computed, inject, Injectable } from '@angular/core';
import { compileMenu, minorDigits } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { menuActions } from './menu-actions.ts';
import { menuFeature } from './menu-reducer.ts';

/** The menu being worked on, and what became of its edits, as signals to read. */
@Injectable({ providedIn: 'root' })
export class MenuView {
  readonly #store = inject(Store);
  readonly load = this.#store.selectSignal(menuFeature.selectLoad);
  readonly menu = this.#store.selectSignal(menuFeature.selectMenu);
  readonly pendingEdits = this.#store.selectSignal(menuFeature.selectPendingEdits);
  readonly readFailure = this.#store.selectSignal(menuFeature.selectReadFailure);
  readonly sendFailure = this.#store.selectSignal(menuFeature.selectSendFailure);
  readonly past = this.#store.selectSignal(menuFeature.selectPast);
  readonly future = this.#store.selectSignal(menuFeature.selectFuture);
  readonly step = this.#store.selectSignal(menuFeature.selectStep);
  readonly clashes = this.#store.selectSignal(menuFeature.selectClashes);
  readonly notice = this.#store.selectSignal(menuFeature.selectNotice);
  readonly pendingChange = this.#store.selectSignal(menuFeature.selectPendingChange);
  readonly compiled = computed(() => {
    const menu = this.menu();
    return menu && compileMenu(menu);
  });
  readonly firstLocale = computed(() => this.menu()?.locales[0] ?? '');
  readonly lists = computed(() => this.menu()?.priceLists.map(({ id }) => id) ?? []);
  /** Decimals of the menu's currency. */
  readonly digits = computed(() => minorDigits(this.menu()?.currency ?? ''));

  /** Reads the menu; every page that shows it calls this. */
  open(): void {
    this.#store.dispatch(menuActions.opened());
  }
}
