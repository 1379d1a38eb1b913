import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { AutoFocus } from 'primeng/autofocus';
import { ButtonDirective } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { InputText } from 'primeng/inputtext';
import { type StaffKey, StaffPipe } from '../messages/staff-message.ts';
import { ReturnsFocus } from './returns-focus.ts';

/** Asks for the PIN: for open prices at the till, or to change what is off and on hand. */
@Component({
  selector: 'hl-pin-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AutoFocus, ButtonDirective, Dialog, InputText, ReactiveFormsModule, ReturnsFocus, StaffPipe],
  templateUrl: './pin-dialog.html',
})
export class PinDialog {
  readonly locale = input.required<string>();
  /** What it is asked for. */
  readonly heading = input<StaffKey>('pin.title');
  /** Why the last PIN was not taken. */
  readonly refusal = input<string>();
  readonly entered = output<string>();
  readonly closed = output<void>();
  protected readonly form = inject(NonNullableFormBuilder).group({ pin: '' });

  protected enter(): void {
    this.entered.emit(this.form.getRawValue().pin);
  }
}
