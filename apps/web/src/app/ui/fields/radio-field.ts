import { ChangeDetectionStrategy, Component, inject, Injector, input, output } from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { RadioButton } from 'primeng/radiobutton';
import { FieldControl, fieldId } from './field-control.ts';
import type { Option } from './option.ts';

/** A few options below each other, one of which is on. */
@Component({
  selector: 'hl-radio-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RadioButton, ReactiveFormsModule],
  template: `<fieldset>
    <legend class="sr">{{ label() }}</legend>
    @for (option of options(); track option.value) {
      <div class="tick">
        <p-radiobutton
          [name]="id"
          [inputId]="id + option.value"
          [value]="option.value"
          [formControl]="field.control"
        /><label [for]="id + option.value">{{ option.label }}</label>
      </div>
    }
  </fieldset>`,
})
export class RadioField<V extends string> {
  /** For screen readers. */
  readonly label = input.required<string>();
  readonly options = input.required<readonly Option<V>[]>();
  readonly value = input.required<V>();
  readonly chosen = output<V>();
  protected readonly id = fieldId();
  protected readonly field = new FieldControl<V | null>(inject(Injector), this.value, null, (value) => {
    if (value !== null) this.chosen.emit(value);
  });
}
