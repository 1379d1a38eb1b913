import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { MessagePipe } from '../messages/message.ts';
import { formatDay } from '../text/days.ts';

/** A price; on sale with the usual one struck through before it, and the sale's last day. */
@Component({
  selector: 'hl-price-with-sale',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MessagePipe],
  template: `
    @if (usual()) {
      <span class="sr">{{ 'price.before' | message: locale() }} </span><s>{{ usual() }}</s
      >&ngsp;
    }
    <span class="now">{{ price() }}</span>&ngsp;
    @if (usual() && until()) {
      <span class="until">{{ 'price.until' | message: locale() : { day: day() } }}</span>
    }
  `,
  styleUrl: './price-with-sale.css',
})
export class PriceWithSale {
  readonly price = input.required<string>();
  /** What it costs without the sale; empty if it is not on sale. */
  readonly usual = input<string>('');
  /** The last day of the sale, `YYYY-MM-DD`. */
  readonly until = input<string>('');
  readonly locale = input.required<string>();
  protected readonly day = computed(() => formatDay(this.until(), this.locale()));
}
