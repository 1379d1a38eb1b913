import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { PinTry } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { staffMessage } from '../../../messages/staff-message.ts';
import { StockView } from '../../../state/stock-view.ts';
import { ActingMark } from '../../../ui/acting-mark.ts';
import { PinDialog } from '../../../ui/pin-dialog.ts';
import { tillActions } from '../store/till-actions.ts';
import { tillFeature } from '../store/till-store.ts';

/** Who acts at the till with a PIN, and the PIN where something needs it: an open price, or selling what has run out. */
@Component({
  selector: 'hl-till-pin',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ActingMark, PinDialog],
  template: `
    <hl-acting-mark [locale]="locale()" />
    @if (asking(); as what) {
      <hl-pin-dialog
        [heading]="what === 'short-sale' ? 'pin.short-sale' : 'pin.title'"
        action="name-prices"
        [location]="stock.location()"
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
  protected readonly stock = inject(StockView);
  protected readonly asking = this.#store.selectSignal(tillFeature.selectAsking);
  readonly #refusal = this.#store.selectSignal(tillFeature.selectPinRefusal);
  protected readonly refusal = computed(() => {
    const refusal = this.#refusal();
    return refusal && staffMessage(this.locale(), refusal.key, refusal.values);
  });

  protected enter(tried: PinTry): void {
    this.#store.dispatch(tillActions.pinEntered({ tried }));
  }

  protected dismiss(): void {
    this.#store.dispatch(tillActions.pinDismissed());
  }
}
