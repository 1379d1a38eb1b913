import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Tag } from 'primeng/tag';
import { StockView } from '../state/stock-view.ts';

/** How much is off at this location, or runs short there; nothing if nothing is. */
@Component({
  selector: 'hl-stock-mark',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Tag],
  template: `
    @if (count(); as it) {
      <p-tag aria-hidden="true" severity="warn" [title]="words()" [value]="'' + it" />
      <span class="sr">{{ words() }}</span>
    }
  `,
})
export class StockMark {
  readonly of = input.required<'off' | 'short'>();
  readonly #stock = inject(StockView);
  protected readonly count = computed(() =>
    this.of() === 'off' ? this.#stock.offs().length : this.#stock.shortCounts().length,
  );
  protected readonly words = computed(() => `${this.count()} ${this.of() === 'off' ? 'off now' : 'low or gone'}`);
}
