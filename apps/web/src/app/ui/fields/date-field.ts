import { ChangeDetectionStrategy, Component, computed, inject, Injector, input, output } from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { DatePicker } from 'primeng/datepicker';
import { FieldControl, fieldId } from './field-control.ts';

/** A labelled date without a time, written YYYY-MM-DD. */
@Component({
  selector: 'hl-date-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DatePicker, ReactiveFormsModule],
  template: `<label class="label" [for]="id">{{ label() }}</label
    ><p-datepicker [inputId]="id" dateFormat="d M yy" appendTo="body" [fluid]="true" [formControl]="field.control" />`,
})
export class DateField {
  readonly label = input.required<string>();
  readonly value = input.required<string>();
  readonly chosen = output<string>();
  protected readonly id = fieldId();
  readonly #date = computed((): Date | null => (this.value() ? new Date(`${this.value()}T00:00`) : null));
  protected readonly field = new FieldControl<Date | null>(inject(Injector), this.#date, null, (date) => {
    if (date) this.chosen.emit(written(date));
    else this.field.reset();
  });
}

function written(date: Date): string {
  const two = (part: number) => String(part).padStart(2, '0');
  return `${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())}`;
}
