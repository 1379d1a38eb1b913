import { inject, Injectable } from '@angular/core';
import type { Change, Edit, ListKind, Thing, Workbook } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { menuActions } from './menu-actions.ts';
import type { Clash } from './menu-state.ts';
import { whoMay } from '../text/roles.ts';
import { Who } from './session.ts';

/** The ways in which pages change the menu. */
@Injectable({ providedIn: 'root' })
export class MenuEditor {
  readonly #store = inject(Store);
  readonly #who = inject(Who);

  /** Makes a change. Consecutive changes with the same merge key are undone together. */
  change(label: string, edits: readonly Edit[], how: { mergeKey?: string; dish?: string } = {}): void {
    const change: Change = { edits };
    if (!this.#who.mayAnywhere('edit-menu')) return this.tell(`Nothing was changed. ${whoMay('edit-menu')}`);
    if (edits.length > 0) this.#store.dispatch(menuActions.changed({ label: label.slice(0, 200), change, ...how }));
  }

  /** Puts one object. Typing in one field is one undo step. `dish`: the dish being edited, if any. */
  put<K extends ListKind>(
    kind: K,
    thing: NonNullable<Workbook[K]>[number],
    label: string,
    { field, dish }: { field?: string; dish?: string } = {},
  ): void {
    this.change(label, [{ type: 'put', kind, thing: thing as Thing }], {
      ...(field !== undefined && { mergeKey: `${kind} ${thing.id} ${field}` }),
      ...(dish !== undefined && { dish }),
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

  undo(): void {
    this.#store.dispatch(menuActions.undo());
  }

  redo(): void {
    this.#store.dispatch(menuActions.redo());
  }

  resolveClash(clash: Clash, keepMine: boolean): void {
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
