import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { Offer, Raise, Rounding } from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { DateField } from '../../../ui/fields/date-field.ts';
import type { Option } from '../../../ui/fields/option.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { SwitchField } from '../../../ui/fields/switch-field.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { raiseIn, ROUNDINGS, roundingOf } from './rounding-options.ts';

/** Dishes offered at lower prices: made, or ended if there is nothing to lower by. */
export interface Offering {
  readonly offer: Offer;
  readonly lowered: { readonly raise: Raise; readonly rounding: Rounding } | undefined;
}

const FEWEST_PORTIONS = 2;

/** Puts dishes on sale for some days, or gives them a price from so many portions on; and ends it. */
@Component({
  selector: 'hl-offer-tools',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, DateField, SelectField, SwitchField, TextField],
  templateUrl: './offer-tools.html',
  styleUrl: './price-tools.css',
})
export class OfferTools {
  readonly currency = input.required<string>();
  /** How many dishes it is for. */
  readonly count = input.required<number>();
  readonly today = input.required<string>();
  readonly offering = output<Offering>();
  protected readonly ROUNDINGS = ROUNDINGS;
  protected readonly KINDS: readonly Option<Offer['kind']>[] = [
    { value: 'sale', label: 'On sale' },
    { value: 'quantity', label: 'From so many portions' },
  ];
  protected readonly kind = signal<Offer['kind']>('sale');
  protected readonly typedFrom = signal('');
  protected readonly typedUntil = signal('');
  protected readonly portions = signal('6');
  protected readonly by = signal('-10%');
  protected readonly rounding = signal<string>('0.05');
  protected readonly from = computed(() => this.typedFrom() || this.today());
  protected readonly until = computed(() => this.typedUntil() || this.from());
  protected readonly raise = computed(() => raiseIn(this.by(), this.currency()));
  protected readonly offer = computed((): Offer | undefined => {
    if (this.kind() === 'sale')
      return this.until() < this.from() ? undefined : { kind: 'sale', from: this.from(), until: this.until() };
    const portions = Number(this.portions());
    return Number.isInteger(portions) && portions >= FEWEST_PORTIONS ? { kind: 'quantity', from: portions } : undefined;
  });

  protected send(isMade: boolean): void {
    const [offer, raise] = [this.offer(), this.raise()];
    if (!offer || (isMade && !raise)) return;
    const lowered = isMade && raise ? { raise, rounding: roundingOf(this.rounding(), this.currency()) } : undefined;
    this.offering.emit({ offer, lowered });
  }
}
