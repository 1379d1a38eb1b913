import { Directive, inject, type OnDestroy } from '@angular/core';
import { DOCUMENT } from '@angular/common';

/**
 * Gives the focus back to where it was before this element appeared, as dialogs should; not if something else has taken
 * it meanwhile, as what a dialog leads to does.
 */
@Directive({ selector: '[hlReturnsFocus]' })
export class ReturnsFocus implements OnDestroy {
  readonly #document = inject(DOCUMENT);
  readonly #before = this.#document.activeElement;

  ngOnDestroy(): void {
    const now = this.#document.activeElement;
    if (now && now !== this.#document.body && !now.closest('.p-dialog')) return;
    if (this.#before instanceof HTMLElement && this.#before.isConnected) this.#before.focus();
  }
}
