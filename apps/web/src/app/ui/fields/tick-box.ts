import { ChangeDetectionStrategy, Component, effect, inject, Injector, input, output } from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { Checkbox } from 'primeng/checkbox';
import { FieldControl, fieldId } from './field-control.ts';

/** A check box; its label is the content. */
@Component({
  selector: 'hl-tick-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Checkbox, ReactiveFormsModule],
  templateUrl: './tick-box.html',
})
export class TickBox {
  readonly checked = input(false);
  /** Some of what the box stands for is checked. */
  readonly isPartly = input(false);
  readonly isDisabled = input(false);
  readonly checkedChange = output<boolean>();
  protected readonly id = fieldId();
  protected readonly field: FieldControl<boolean>;

  constructor() {
    this.field = new FieldControl(inject(Injector), this.checked, false, (checked) => {
      this.checkedChange.emit(checked);
      this.field.reset();
    });
    effect(() => this.field.setDisabled(this.isDisabled()));
  }
}
