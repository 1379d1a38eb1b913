import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { ButtonDirective } from 'primeng/button';

/** The small × at the end of a line of a rule. */
@Component({
  selector: 'hl-remove-button',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective],
  template: `
    <button
      pButton
      type="button"
      class="icon"
      severity="secondary"
      [text]="true"
      [attr.aria-label]="label()"
      (click)="pressed.emit()"
    >
      ×
    </button>
  `,
})
export class RemoveButton {
  readonly label = input.required<string>();
  readonly pressed = output<void>();
}
