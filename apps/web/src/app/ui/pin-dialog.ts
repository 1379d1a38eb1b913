import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { type Action, may, placesFor, type PinTry, type SignedIn } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { AutoFocus } from 'primeng/autofocus';
import { ButtonDirective } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { InputText } from 'primeng/inputtext';
import { type StaffKey, staffMessage, StaffPipe } from '../messages/staff-message.ts';
import { pinPeopleActions, pinPeopleFeature } from '../state/pin-people.ts';
import { SelectField } from './fields/select-field.ts';
import { ReturnsFocus } from './returns-focus.ts';

/** Asks who does something that the role of this screen does not allow, and for their PIN. */
@Component({
  selector: 'hl-pin-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AutoFocus, ButtonDirective, Dialog, InputText, ReactiveFormsModule, ReturnsFocus, SelectField, StaffPipe],
  templateUrl: './pin-dialog.html',
  styleUrl: './pin-dialog.css',
})
export class PinDialog {
  readonly locale = input.required<string>();
  /** What it is asked for. */
  readonly heading = input<StaffKey>('pin.title');
  readonly action = input.required<Action>();
  readonly location = input<string>();
  /** Why the last PIN was not taken. */
  readonly refusal = input<string>();
  readonly entered = output<PinTry>();
  readonly closed = output<void>();
  readonly #store = inject(Store);
  protected readonly state = this.#store.selectSignal(pinPeopleFeature.selectPinPeopleState);
  /** Those who may do it here. */
  protected readonly people = computed(() => {
    const [action, location] = [this.action(), this.location()];
    return this.state().people.filter(({ grants }) =>
      location === undefined ? placesFor(grants, action).length > 0 : may(grants, action, location),
    );
  });
  /** Else the PIN takes the focus, and the dialog must not move it to whoever is chosen above. */
  protected readonly isNobody = computed(() => this.state().status === 'loaded' && this.people().length === 0);
  protected readonly options = computed(() => this.people().map(({ id, name }) => ({ value: id, label: name })));
  protected readonly person = linkedSignal<readonly SignedIn[], string | undefined>({
    source: this.people,
    computation: (people, before) => before?.value ?? people[0]?.id,
  });
  protected readonly words = computed(() => {
    if (this.state().status === 'failed') return staffMessage(this.locale(), 'notice.no-answer');
    return this.refusal();
  });
  protected readonly form = inject(NonNullableFormBuilder).group({ pin: '' });

  constructor() {
    this.#store.dispatch(pinPeopleActions.opened());
  }

  protected enter(): void {
    const person = this.person();
    const { pin } = this.form.getRawValue();
    if (person === undefined || pin === '') return;
    this.entered.emit({ person, pin });
    this.form.reset();
  }
}
