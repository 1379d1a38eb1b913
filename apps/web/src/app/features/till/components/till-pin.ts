import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { staffMessage } from '../../../messages/staff-message.ts';
import { PinDialog } from '../../../ui/pin-dialog.ts';
import { tillActions } from '../store/till-actions.ts';
import { tillFeature } from '../store/till-store.ts';

/** The PIN, where something at the till needs it: an open price, or selling what has run out. */
@Component({
  selector: 'hl-till-pin',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PinDialog],
  template: `
    @if (asking(); as what) {
      <hl-pin-dialog
        [heading]="what === 'short-sale' ? 'pin.short-sale' : 'pin.title'"
        [locale]="locale()"
        [refusal]="refusal()"
        (entered)="enter($event)"
        (closed)="dismiss()"
      />
    }
  `,
})
export class TillPin {
  readonly locale = input.required<string>();
  readonly #store = inject(Store);
  protected readonly asking = this.#store.selectSignal(tillFeature.selectAsking);
  readonly #refusal = this.#store.selectSignal(tillFeature.selectPinRefusal);
  protected readonly refusal = computed(() => {
    const refusal = this.#refusal();
    return refusal && staffMessage(this.locale(), refusal.key, refusal.values);
  });

  protected enter(pin: string): void {
    this.#store.dispatch(tillActions.pinEntered({ pin }));
  }

  protected dismiss(): void {
    this.#store.dispatch(tillActions.pinDismissed());
  }
}
