import { computed, inject, Injectable } from '@angular/core';
import { compileMenu, minorDigits } from '@hearty-ladle/core/guest';
import { Store } from '@ngrx/store';
import { PageAudience } from '../api/audience.ts';
import { menuActions } from './menu-actions.ts';
import { selectEdition, selectMenu, selectMenuLoad } from './menu-slice.ts';
import { servedActions, servedFeature } from './served-menu.ts';

/** The menu on screen, as signals to read: the draft in the workbench, else the edition that is served. */
@Injectable({ providedIn: 'root' })
export class MenuView {
  readonly #store = inject(Store);
  readonly #audience = inject(PageAudience);
  readonly load = this.#store.selectSignal(selectMenuLoad);
  readonly menu = this.#store.selectSignal(selectMenu);
  readonly edition = this.#store.selectSignal(selectEdition);
  readonly isNotServed = this.#store.selectSignal(servedFeature.selectIsNotServed);
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
    const audience = this.#audience.now();
    this.#store.dispatch(servedActions.opened({ audience }));
    if (audience === 'workbench') this.#store.dispatch(menuActions.opened());
  }
}
