import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
  viewChild,
} from '@angular/core';
import {
  type Answers,
  type CompiledMenu,
  type Context,
  type Line,
  quoteLine,
  type Service,
  textIn,
} from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { clock } from '../../../clock.ts';
import { staffMessage, StaffPipe } from '../../../messages/staff-message.ts';
import { formatMoney } from '../../../text/money.ts';
import { problemMessage } from '../../../text/problems.ts';
import { TillDish } from '../../../ui/till-dish.ts';
import { bindDishKeys } from '../pages/till-keys.ts';
import { QuantityField } from '../../../ui/quantity-field.ts';

/** One dish at the till: required groups first. Keys answer them, Enter confirms. */
@Component({
  selector: 'hl-till-line',
  host: { tabindex: '-1' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, QuantityField, StaffPipe, TillDish],
  templateUrl: './till-line.html',
  styleUrl: './till-line.css',
})
export class TillLine {
  readonly menu = input.required<CompiledMenu>();
  readonly line = input.required<Line>();
  readonly service = input.required<Service>();
  readonly isNew = input.required<boolean>();
  /** What the guest can't have. */
  readonly avoid = input<readonly string[]>([]);
  /** The location, and what is out there. */
  readonly here = input<Pick<Context, 'location' | 'out'>>({});
  readonly lineChange = output<Line>();
  readonly confirmed = output<void>();
  readonly cancelled = output<void>();
  readonly locale = input.required<string>();
  protected readonly dish = viewChild(TillDish);
  protected readonly quantityField = viewChild.required(QuantityField);

  constructor() {
    // Whatever opened the dish must not get the next Enter, which keeps the dish.
    const { nativeElement } = inject<ElementRef<HTMLElement>>(ElementRef);
    afterNextRender(() => nativeElement.focus());
    bindDishKeys(
      {
        answer: (key) => this.dish()?.questions().press(key) ?? false,
        moveTo: (by) => this.dish()?.questions().moveTo(by),
        changeAmount: () => this.dish()?.questions().changeAmount(),
        repeat: (by) => this.count(this.quantity() + by),
        typeQuantity: () => this.quantityField().focus(),
        note: (isLoud) => this.dish()?.focusNote(isLoud),
        confirm: () => this.done(),
        cancel: () => this.cancelled.emit(),
        leaveField: () => nativeElement.focus(),
      },
      (key) => staffMessage(this.locale(), key),
    );
  }

  protected readonly item = computed(() => this.menu().item(this.line().item));
  protected readonly quantity = computed(() => this.line().quantity ?? 1);
  protected readonly quote = computed(() =>
    quoteLine(this.menu().menu, { ...this.line(), ...this.here(), channel: 'pos', service: this.service() }, clock),
  );
  protected readonly name = computed(() => {
    const item = this.item()?.item;
    return item ? (item.tillName ?? textIn(item.name, this.locale(), this.menu().firstLocale)) : this.line().item;
  });
  protected readonly missing = computed(() =>
    this.quote().problems.map((problem) => problemMessage(this.menu(), problem, this.locale(), this.line())),
  );

  protected money(minor: number): string {
    return formatMoney(minor, this.menu().menu.currency, this.locale());
  }

  protected answer(answers: Answers): void {
    this.lineChange.emit({ ...this.line(), ...answers });
  }

  protected count(quantity: number): void {
    if (quantity >= 1) this.lineChange.emit({ ...this.line(), quantity });
  }

  protected done(): void {
    if (this.quote().ok) this.confirmed.emit();
  }
}
