import { ChangeDetectionStrategy, Component, computed, inject, Injector, input, output } from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { Select } from 'primeng/select';
import { FieldControl, fieldId } from './field-control.ts';
import { areSameOptions, type Option } from './option.ts';

/** More options than this can be filtered by typing. */
const MANY_OPTIONS = 12;

/** A labelled list to choose one option from. */
@Component({
  selector: 'hl-select-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule, Select],
  templateUrl: './select-field.html',
})
export class SelectField {
  readonly label = input.required<string>();
  /** Only for screen readers. */
  readonly isLabelHidden = input(false);
  readonly options = input.required<readonly Option[]>();
  readonly value = input('');
  readonly chosen = output<string>();
  protected readonly id = fieldId();
  /** The same list as before if nothing in it changed, so that PrimeNG need not render it again. */
  protected readonly list = computed(() => [...this.options()], { equal: areSameOptions });
  protected readonly isLong = computed(() => this.options().length > MANY_OPTIONS);
  protected readonly field = new FieldControl(inject(Injector), this.value, '', (value) => {
    this.chosen.emit(value);
    this.field.reset();
  });
}
