import { ChangeDetectionStrategy, Component, type ElementRef, input, output, viewChild } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { StaffPipe } from '../messages/staff-message.ts';

const USUAL_MOST = 999;

/** How many of a dish: one less, a number to type, one more. */
@Component({
  selector: 'hl-quantity-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, InputText, StaffPipe],
  templateUrl: './quantity-field.html',
  styleUrl: './quantity-field.css',
})
export class QuantityField {
  readonly name = input.required<string>();
  readonly quantity = input.required<number>();
  readonly locale = input.required<string>();
  /** The lowest quantity; 0 takes the dish out of the order. */
  readonly lowest = input(0);
  readonly most = input(USUAL_MOST);
  /** The key that moves here, if it is to be shown. */
  readonly shortcut = input('');
  readonly quantityChange = output<number>();
  protected readonly input = viewChild.required<ElementRef<HTMLInputElement>>('box');

  focus(): void {
    this.input().nativeElement.focus();
    this.input().nativeElement.select();
  }

  /** Takes a whole number within the limits; anything else shows the quantity again. */
  protected type(text: string): void {
    const quantity = /^\d{1,3}$/.test(text.trim()) ? Number(text) : undefined;
    const isFine = quantity !== undefined && quantity >= Math.max(1, this.lowest()) && quantity <= this.most();
    if (isFine) this.quantityChange.emit(quantity);
    else this.input().nativeElement.value = String(this.quantity());
  }

  protected step(by: 1 | -1): void {
    const next = this.quantity() + by;
    if (next >= this.lowest() && next <= this.most()) this.quantityChange.emit(next);
  }
}
