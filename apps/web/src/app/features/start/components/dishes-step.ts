import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { type Item, priceIn, type Workbook } from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { formatMoney } from '../../../text/money.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { type PricedDish, typedDishes } from '../store/first-steps.ts';

/** The first section and its dishes, typed as a list with prices. */
@Component({
  selector: 'hl-dishes-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, TextField],
  templateUrl: './dishes-step.html',
  styleUrl: './step.css',
})
export class DishesStep {
  readonly menu = input.required<Workbook>();
  readonly done = output<{ section: string; dishes: readonly PricedDish[] }>();
  protected readonly section = signal('');
  protected readonly list = signal('');
  protected readonly read = computed(() => typedDishes(this.menu(), this.list()));
  protected readonly isReady = computed(() => this.section().trim() !== '' && this.read().dishes.length > 0);

  protected price(price: Item['price']): string {
    const { currency, locales, priceLists } = this.menu();
    const first = priceLists[0]?.id ?? '';
    return formatMoney(priceIn(price, first, first), currency, locales[0] ?? 'en');
  }

  protected keep(): void {
    if (!this.isReady()) return;
    this.done.emit({ section: this.section().trim(), dishes: this.read().dishes });
    // What could not be read stays in the box.
    this.list.set(this.read().left.join('\n'));
  }
}
