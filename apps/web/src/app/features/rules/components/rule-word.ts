import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Option } from '../../../ui/fields/option.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';

/** A word of a rule that is chosen from a list, without a label of its own in the sentence. */
@Component({
  selector: 'hl-rule-word',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SelectField],
  template: `
    <hl-select-field
      [label]="label()"
      [isLabelHidden]="true"
      [options]="options()"
      [value]="value()"
      (chosen)="chosen.emit($event)"
    />
  `,
})
export class RuleWord {
  /** For screen readers. */
  readonly label = input.required<string>();
  readonly options = input.required<readonly Option[]>();
  readonly value = input.required<string>();
  readonly chosen = output<string>();
}
