import { computed, inject, Injectable } from '@angular/core';
import { type Change, compileMenu, type Edit, minorDigits, type Kind, type Menu, type Thing } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { menuActions } from './menu-actions.ts';
import { menuFeature } from './menu-reducer.ts';

/** The menu as signals, and the few ways in which pages change it. */
@Injectable({ providedIn: 'root' })
export class Editor {
  readonly #store = inject(Store);
  readonly load = this.#store.selectSignal(menuFeature.selectLoad);
  readonly menu = this.#store.selectSignal(menuFeature.selectMenu);
  readonly waiting = this.#store.selectSignal(menuFeature.selectWaiting);
  readonly away = this.#store.selectSignal(menuFeature.selectAway);
  readonly past = this.#store.selectSignal(menuFeature.selectPast);
  readonly future = this.#store.selectSignal(menuFeature.selectFuture);
  readonly clashes = this.#store.selectSignal(menuFeature.selectClashes);
  readonly notice = this.#store.selectSignal(menuFeature.selectNotice);
  readonly compiled = computed(() => {
    const menu = this.menu();
    return menu && compileMenu(menu);
  });
  readonly lists = computed(() => this.menu()?.priceLists.map(({ id }) => id) ?? []);
  readonly digits = computed(() => minorDigits(this.menu()?.currency ?? ''));

  open(): void {
    this.#store.dispatch(menuActions.opened());
  }

  /** Makes a change; with a merge key, changes in a row are one deed. */
  change(label: string, edits: readonly Edit[], mergeKey?: string): void {
    const change: Change = { edits };
    this.#store.dispatch(menuActions.changed({ label, change, ...(mergeKey !== undefined && { mergeKey }) }));
  }

  put<K extends Kind>(kind: K, thing: NonNullable<Menu[K]>[number], label: string, field?: string): void {
    const mergeKey = field === undefined ? undefined : `${kind} ${thing.id} ${field}`;
    this.change(label, [{ type: 'put', kind, thing: thing as Thing }], mergeKey);
  }

  undo(): void {
    this.#store.dispatch(menuActions.undo());
  }

  redo(): void {
    this.#store.dispatch(menuActions.redo());
  }

  settle(clash: ReturnType<typeof this.clashes>[number], keepMine: boolean): void {
    this.#store.dispatch(menuActions.clashSettled({ clash, keepMine }));
  }

  dismissNotice(): void {
    this.#store.dispatch(menuActions.noticeRead());
  }
}
