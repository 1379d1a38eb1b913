import { computed, inject, Injectable, linkedSignal } from '@angular/core';
import { type Change, compileMenu, type Edit, type ListKind, minorDigits, type Text, textIn, type Thing, type Workbook } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { menuActions } from './menu-actions.ts';
import { menuFeature } from './menu-reducer.ts';
import { written } from './written.ts';

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
  readonly held = this.#store.selectSignal(menuFeature.selectHeld);
  readonly compiled = computed(() => {
    const menu = this.menu();
    return menu && compileMenu(menu);
  });
  readonly firstLocale = computed(() => this.menu()?.locales[0] ?? '');
  /** The language in which texts are written and read while working. */
  readonly writing = linkedSignal(() => this.firstLocale());
  readonly lists = computed(() => this.menu()?.priceLists.map(({ id }) => id) ?? []);
  readonly digits = computed(() => minorDigits(this.menu()?.currency ?? ''));

  open(): void {
    this.#store.dispatch(menuActions.opened());
  }

  /** Makes a change; with a merge key, changes in a row are one deed. */
  change(label: string, edits: readonly Edit[], how: { mergeKey?: string; dish?: string } = {}): void {
    const change: Change = { edits };
    if (edits.length > 0) this.#store.dispatch(menuActions.changed({ label: label.slice(0, 200), change, ...how }));
  }

  /** Puts one thing; typing in one field of it is one deed. `dish`: where the person is working. */
  put<K extends ListKind>(kind: K, thing: NonNullable<Workbook[K]>[number], label: string, { field, dish }: { field?: string; dish?: string } = {}): void {
    this.change(label, [{ type: 'put', kind, thing: thing as Thing }], {
      ...(field !== undefined && { mergeKey: `${kind} ${thing.id} ${field}` }), ...(dish !== undefined && { dish }),
    });
  }

  decide(decision: 'everywhere' | 'only-here' | 'drop'): void {
    this.#store.dispatch(menuActions.heldDecided({ decision }));
  }

  /** A text in the language that is being written, or in the first one. */
  read(text: Text | undefined): string {
    return text === undefined ? '' : textIn(text, this.writing(), this.firstLocale());
  }

  /** A text with other words in the language that is being written; other languages keep theirs. */
  write(old: Text | undefined, words: string): Text {
    return written(old, words, this.writing(), this.firstLocale());
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
