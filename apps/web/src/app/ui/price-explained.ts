import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { CompiledMenu, Part, PriceSum } from '@hearty-ladle/core';
import { partText } from '@hearty-ladle/core/guest';
import { message, MessagePipe } from '../messages/message.ts';
import { formatMoney } from '../text/money.ts';

/** Why this price: the sum, line by line, as computed by the core. */
@Component({
  selector: 'hl-price-explained',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MessagePipe],
  templateUrl: './price-explained.html',
  styleUrl: './price-explained.css',
})
export class PriceExplained {
  readonly menu = input.required<CompiledMenu>();
  readonly price = input.required<PriceSum>();
  readonly quantity = input(1);
  readonly locale = input.required<string>();

  protected readonly rows = computed(() =>
    this.price()
      .parts.filter(({ kind, value, included }) => kind === 'base' || value !== 0 || (included ?? 0) > 0)
      .map((part) => ({
        words: this.#words(part),
        money: part.value === 0 ? message(this.locale(), 'price.included') : this.money(part.value),
      })),
  );

  protected money(minor: number): string {
    return formatMoney(minor, this.menu().menu.currency, this.locale());
  }

  #words(part: Part): string {
    return part.kind === 'base' ? this.#baseWords(part) : this.#partWords(part);
  }

  #partWords(part: Part): string {
    return partText(this.menu(), part, this.locale(), {
      included: (count) => message(this.locale(), 'price.some-included', { count }),
      once: message(this.locale(), 'price.once'),
    });
  }

  #baseWords(part: Part): string {
    switch (part.from) {
      case 'sale':
        return message(this.locale(), 'price.sale');
      case 'quantity':
        return message(this.locale(), 'price.quantity');
      case 'cell':
        return message(this.locale(), 'price.combination');
      case 'choice':
        return this.#partWords(part);
      case 'rule':
        return this.menu().menu.rules?.find(({ id }) => id === part.rule)?.name ?? message(this.locale(), 'price.rule');
      default:
        return message(this.locale(), 'price.dish');
    }
  }
}
