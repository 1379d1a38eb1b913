import { ChangeDetectionStrategy, Component, computed, inject, Injector, input, output } from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { DatePicker } from 'primeng/datepicker';
import { FieldControl, fieldId } from './field-control.ts';

/** A labelled date, written YYYY-MM-DD, or a local time, written YYYY-MM-DDTHH:MM. With a time, PrimeNG reads
 * typed dates only without spaces in them. */
@Component({
  selector: 'hl-date-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DatePicker, ReactiveFormsModule],
  template: `<label class="label" [for]="id">{{ label() }}</label
    ><p-datepicker
      [inputId]="id"
      [dateFormat]="hasTime() ? 'yy-mm-dd' : 'd M yy'"
      hourFormat="24"
      appendTo="body"
      [showTime]="hasTime()"
      [fluid]="true"
      [formControl]="field.control"
    />`,
})
export class DateField {
  readonly label = input.required<string>();
  readonly value = input.required<string>();
  readonly hasTime = input(false);
  readonly chosen = output<string>();
  protected readonly id = fieldId();
  readonly #date = computed((): Date | null => {
    const value = this.value();
    return value === '' ? null : new Date(value.includes('T') ? value : `${value}T00:00`);
  });
  protected readonly field = new FieldControl<Date | null>(inject(Injector), this.#date, null, (date) => {
    if (date) this.chosen.emit(written(date, this.hasTime()));
    else this.field.reset();
  });
}

function written(date: Date, hasTime: boolean): string {
  const two = (part: number) => String(part).padStart(2, '0');
  const day = `${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())}`;
  return hasTime ? `${day}T${two(date.getHours())}:${two(date.getMinutes())}` : day;
}
