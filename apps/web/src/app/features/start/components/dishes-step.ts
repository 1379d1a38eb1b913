import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { type Item, priceIn, type PricedDish, typedDishes, type Workbook } from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { formatMoney } from '../../../text/money.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import type { Drafts } from '../../../state/first-steps.ts';

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
  readonly drafts = input.required<Drafts>();
  readonly typed = output<Partial<Drafts>>();
  /** `left`: the lines that could not be read; they stay in the box. */
  readonly handedIn = output<{ section: string; dishes: readonly PricedDish[]; left: readonly string[] }>();
  protected readonly read = computed(() => typedDishes(this.menu(), this.drafts().dishes));
  protected readonly isReady = computed(() => this.drafts().section.trim() !== '' && this.read().dishes.length > 0);

  protected price(price: Item['price']): string {
    const { currency, locales, priceLists } = this.menu();
    const first = priceLists[0]?.id ?? '';
    return formatMoney(priceIn(price, first, first), currency, locales[0] ?? 'en');
  }

  protected handIn(): void {
    if (this.isReady()) this.handedIn.emit({ section: this.drafts().section.trim(), ...this.read() });
  }
}
