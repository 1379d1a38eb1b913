import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { DEVICE_KINDS, type DeviceKind, textIn } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { MenuView } from '../../../state/menu-view.ts';
import { deviceKindName } from '../../../text/roles.ts';
import { formatMoment } from '../../../text/days.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { SwitchField } from '../../../ui/fields/switch-field.ts';
import { SetupNav } from '../components/setup-nav.ts';
import { peopleActions, peopleFeature } from '../store/people-store.ts';

/** Tills, passes and 86 boards: pairing them with a location, and withdrawing them. */
@Component({
  selector: 'hl-devices-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, InputText, ReactiveFormsModule, SelectField, SetupNav, SwitchField],
  templateUrl: './devices-page.html',
  styleUrls: ['./house-page.css', './people-page.css'],
})
export class DevicesPage {
  readonly #store = inject(Store);
  readonly #view = inject(MenuView);
  protected readonly state = this.#store.selectSignal(peopleFeature.selectPeopleState);
  readonly #locale = computed(() => this.#view.menu()?.locales[0] ?? 'en');
  protected readonly places = computed(() =>
    (this.#view.menu()?.locations ?? []).map(({ id, name }) => ({
      value: id,
      label: textIn(name, this.#locale(), this.#locale()),
    })),
  );
  protected readonly kinds = DEVICE_KINDS.map((kind) => ({ value: kind, label: deviceKindName(kind) }));
  protected readonly kind = signal<DeviceKind>('till');
  readonly #place = signal<string | undefined>(undefined);
  protected readonly place = computed(() => this.#place() ?? this.places()[0]?.value ?? '');
  protected readonly form = inject(NonNullableFormBuilder).group({ name: ['', Validators.required] });
  protected readonly until = computed(() => {
    const code = this.state().code;
    return code ? formatMoment(code.until) : '';
  });
  protected readonly rows = computed(() =>
    this.state().devices.map((device) => ({
      device,
      what: [deviceKindName(device.kind), this.places().find(({ value }) => value === device.location)?.label]
        .filter(Boolean)
        .join(', '),
      seen: device.seenAt === null ? 'not used yet' : `last used ${formatMoment(device.seenAt)}`,
    })),
  );

  constructor() {
    this.#store.dispatch(peopleActions.opened());
  }

  protected choosePlace(location: string): void {
    this.#place.set(location);
  }

  protected ask(): void {
    if (this.form.invalid || this.state().isSending) return this.form.markAllAsTouched();
    const location = this.place();
    this.#store.dispatch(
      peopleActions.codeAsked({
        request: { kind: this.kind(), ...this.form.getRawValue(), ...(location !== '' && { location }) },
      }),
    );
  }

  protected withdraw(id: string): void {
    this.#store.dispatch(peopleActions.deviceWithdrawn({ id }));
  }

  protected readAgain(): void {
    this.#store.dispatch(peopleActions.opened());
  }
}
