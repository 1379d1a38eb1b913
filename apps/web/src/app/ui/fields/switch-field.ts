import { ChangeDetectionStrategy, Component, computed, inject, Injector, input, output } from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { SelectButton } from 'primeng/selectbutton';
import { FieldControl, fieldId } from './field-control.ts';
import { areSameOptions, type Option } from './option.ts';

/** A few options side by side, one of which is on. */
@Component({
  selector: 'hl-switch-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule, SelectButton],
  template: `<span class="sr" [id]="id">{{ label() }}</span
    ><p-selectbutton
      [options]="list()"
      optionLabel="label"
      optionValue="value"
      [allowEmpty]="false"
      [formControl]="field.control"
      [ariaLabelledBy]="id"
    />`,
})
export class SwitchField<V extends string> {
  /** For screen readers. */
  readonly label = input.required<string>();
  readonly options = input.required<readonly Option<V>[]>();
  readonly value = input.required<V>();
  readonly chosen = output<V>();
  protected readonly id = fieldId();
  protected readonly list = computed(() => [...this.options()], { equal: areSameOptions });
  protected readonly field = new FieldControl<V | null>(inject(Injector), this.value, null, (value) => {
    if (value !== null) this.chosen.emit(value);
  });
}
