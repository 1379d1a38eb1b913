import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { OpenedOrder } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { Who } from '../../../state/session.ts';
import { ReturnsFocus } from '../../../ui/returns-focus.ts';
import { ordersActions, ordersFeature } from '../store/orders-store.ts';

/** Blanks what is known of the guest of an order, as the guest may ask; for the owner alone. */
@Component({
  selector: 'hl-blank-button',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, Dialog, ReturnsFocus],
  template: `
    @if (mayBlank) {
      <button pButton type="button" severity="secondary" [text]="true" (click)="isAsking.set(true)">
        Blank the guest’s details …
      </button>
    }
    @if (refusal(); as words) {
      <span class="wrong-text" role="alert">{{ words }}</span>
    }
    @if (isAsking()) {
      <p-dialog
        closeAriaLabel="Close"
        hlReturnsFocus
        [visible]="true"
        [modal]="true"
        [draggable]="false"
        [style]="{ width: '460px' }"
        [header]="'Number ' + order().number + ' without its guest’s details'"
        (visibleChange)="isAsking.set(false)"
      >
        <p>
          The name, the place, what the guest can’t have and every note go from the order, its tickets and what
          simulated printers printed. What was sold, and for how much, stays. This can’t be undone.
        </p>
        <ng-template #footer>
          <button pButton type="button" severity="secondary" (click)="isAsking.set(false)">Keep them</button>
          <button pButton type="button" (click)="blank()">Blank them</button>
        </ng-template>
      </p-dialog>
    }
  `,
})
export class BlankButton {
  readonly order = input.required<OpenedOrder>();
  readonly #store = inject(Store);
  protected readonly mayBlank = inject(Who).mayAnywhere('blank-orders');
  protected readonly isAsking = signal(false);
  readonly #failed = this.#store.selectSignal(ordersFeature.selectNotBlanked);
  protected readonly refusal = computed(() =>
    this.#failed() === this.order().id ? 'The server does not answer just now. Nothing was blanked.' : undefined,
  );

  protected blank(): void {
    this.isAsking.set(false);
    this.#store.dispatch(ordersActions.blanked({ id: this.order().id }));
  }
}
