import { Directive, inject, type OnDestroy } from '@angular/core';
import { DOCUMENT } from '@angular/common';

/** Gives the focus back to where it was before this element appeared, as dialogs should. */
@Directive({ selector: '[hlReturnsFocus]' })
export class ReturnsFocus implements OnDestroy {
  readonly #before = inject(DOCUMENT).activeElement;

  ngOnDestroy(): void {
    if (this.#before instanceof HTMLElement && this.#before.isConnected) this.#before.focus();
  }
}
