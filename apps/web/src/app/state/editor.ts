import { computed, inject, Injectable, linkedSignal } from '@angular/core';
import { type Change, compileMenu, type Edit, type ListKind, minorDigits, type Text, textIn, type Thing, type Workbook } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { menuActions } from './menu-actions.ts';
import { menuFeature } from './menu-reducer.ts';
import { withTextIn } from './text-in-language.ts';

/** The menu as signals, and the ways in which pages change it. */
@Injectable({ providedIn: 'root' })
export class Editor {
  readonly #store = inject(Store);
  readonly load = this.#store.selectSignal(menuFeature.selectLoad);
  readonly menu = this.#store.selectSignal(menuFeature.selectMenu);
  readonly pendingEdits = this.#store.selectSignal(menuFeature.selectPendingEdits);
  readonly readFailure = this.#store.selectSignal(menuFeature.selectReadFailure);
  readonly sendFailure = this.#store.selectSignal(menuFeature.selectSendFailure);
  readonly past = this.#store.selectSignal(menuFeature.selectPast);
  readonly future = this.#store.selectSignal(menuFeature.selectFuture);
  readonly clashes = this.#store.selectSignal(menuFeature.selectClashes);
  readonly notice = this.#store.selectSignal(menuFeature.selectNotice);
  readonly pendingChange = this.#store.selectSignal(menuFeature.selectPendingChange);
  readonly compiled = computed(() => {
    const menu = this.menu();
    return menu && compileMenu(menu);
  });
  readonly firstLocale = computed(() => this.menu()?.locales[0] ?? '');
  /** The language in which texts are currently edited. */
  readonly writing = linkedSignal(() => this.firstLocale());
  readonly lists = computed(() => this.menu()?.priceLists.map(({ id }) => id) ?? []);
  readonly digits = computed(() => minorDigits(this.menu()?.currency ?? ''));

  open(): void {
    this.#store.dispatch(menuActions.opened());
  }

  /** Makes a change. Consecutive changes with the same merge key are undone together. */
  change(label: string, edits: readonly Edit[], how: { mergeKey?: string; dish?: string } = {}): void {
    const change: Change = { edits };
    if (edits.length > 0) this.#store.dispatch(menuActions.changed({ label: label.slice(0, 200), change, ...how }));
  }

  /** Puts one object. Typing in one field is one undo step. `dish`: the dish being edited, if any. */
  put<K extends ListKind>(kind: K, thing: NonNullable<Workbook[K]>[number], label: string, { field, dish }: { field?: string; dish?: string } = {}): void {
    this.change(label, [{ type: 'put', kind, thing: thing as Thing }], {
      ...(field !== undefined && { mergeKey: `${kind} ${thing.id} ${field}` }), ...(dish !== undefined && { dish }),
    });
  }

  /** Computes the reach of the pending change again. */
  findReachAgain(): void {
    this.#store.dispatch(menuActions.reachRequestedAgain());
  }

  /** Retries saving. */
  sendAgain(): void {
    this.#store.dispatch(menuActions.sendAgain());
  }

  /** Discards the change that the server can't save. */
  giveUp(): void {
    this.#store.dispatch(menuActions.givenUp());
  }

  decide(decision: 'everywhere' | 'only-here' | 'drop'): void {
    this.#store.dispatch(menuActions.changeDecided({ decision }));
  }

  /** The text in the current editing language, or else in the first one. */
  read(text: Text | undefined): string {
    return text === undefined ? '' : textIn(text, this.writing(), this.firstLocale());
  }

  /** Replaces the text in the current editing language; other languages keep theirs. */
  write(old: Text | undefined, words: string): Text {
    return withTextIn(old, words, this.writing(), this.firstLocale());
  }

  undo(): void {
    this.#store.dispatch(menuActions.undo());
  }

  redo(): void {
    this.#store.dispatch(menuActions.redo());
  }

  resolveClash(clash: ReturnType<typeof this.clashes>[number], keepMine: boolean): void {
    this.#store.dispatch(menuActions.clashResolved({ clash, keepMine }));
  }

  /** Shows a notice at the top of the screen. */
  tell(notice: string): void {
    this.#store.dispatch(menuActions.noticeGiven({ notice }));
  }

  dismissNotice(): void {
    this.#store.dispatch(menuActions.noticeRead());
  }
}
