import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { StockView } from '../state/stock-view.ts';

/**
 * The location of this device, if the menu has several. A plain list: the shop does not load the kit's own, which brings
 * its overlay with it.
 */
@Component({
  selector: 'hl-location-switch',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (stock.locations().length > 1) {
      <select #box [attr.aria-label]="label()" (change)="stock.choose(box.value)">
        @for (one of stock.locations(); track one.id) {
          <option [value]="one.id" [selected]="one.id === stock.location()">{{ one.name }}</option>
        }
      </select>
    }
  `,
  styles: `
    @layer app {
      select {
        min-height: 40px;
        padding: 4px 8px;
        border: 1px solid var(--field-line);
        border-radius: var(--radius);
        background: var(--card);
        color: var(--ink);
        font: inherit;
      }
    }
  `,
})
export class LocationSwitch {
  readonly label = input.required<string>();
  protected readonly stock = inject(StockView);
}
