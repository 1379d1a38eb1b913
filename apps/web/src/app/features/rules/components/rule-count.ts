import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { TextField } from '../../../ui/fields/text-field.ts';

/** A number in a rule's sentence; empty if the rule does not say. */
@Component({
  selector: 'hl-rule-count',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TextField],
  template: `
    {{ label().toLowerCase() }}
    <hl-text-field
      [label]="label()"
      [isLabelHidden]="true"
      inputMode="numeric"
      [placeholder]="placeholder()"
      [value]="count()?.toString() ?? ''"
      (entered)="entered.emit($event)"
    />
  `,
  styles: `
    :host {
      display: contents;
    }
    hl-text-field {
      width: 58px;
    }
  `,
})
export class RuleCount {
  readonly label = input.required<string>();
  readonly count = input<number | null | undefined>();
  readonly placeholder = input('–');
  readonly entered = output<string>();
}
