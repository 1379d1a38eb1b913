import { ChangeDetectionStrategy, Component, computed, effect, inject, untracked } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { PASSWORD_LENGTH } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { MenuView } from '../../../state/menu-view.ts';
import { Who } from '../../../state/session.ts';
import { grantsText } from '../../../text/roles.ts';
import { SetupNav } from '../components/setup-nav.ts';
import { accountActions, accountFeature } from '../store/account-store.ts';

/** One's own password and PIN, and signing out everywhere. */
@Component({
  selector: 'hl-account-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, InputText, ReactiveFormsModule, SetupNav],
  templateUrl: './account-page.html',
  styleUrls: ['./house-page.css', './people-page.css'],
})
export class AccountPage {
  readonly #store = inject(Store);
  readonly #view = inject(MenuView);
  readonly #who = inject(Who);
  protected readonly LENGTH = PASSWORD_LENGTH;
  protected readonly state = this.#store.selectSignal(accountFeature.selectAccountState);
  protected readonly name = computed(() => this.#who.person()?.name ?? '');
  protected readonly roles = computed(() => {
    const menu = this.#view.menu();
    return grantsText(this.#who.person()?.grants ?? [], menu?.locations ?? [], menu?.locales[0] ?? 'en');
  });
  protected readonly form = inject(NonNullableFormBuilder).group({
    current: ['', Validators.required],
    password: ['', Validators.minLength(PASSWORD_LENGTH.min)],
    pin: ['', Validators.pattern(/^\d{4,12}$/)],
  });

  constructor() {
    this.#store.dispatch(accountActions.opened());
    effect(() => {
      if (this.state().notice?.isWell) untracked(() => this.form.reset());
    });
  }

  protected save(): void {
    const { current, password, pin } = this.form.getRawValue();
    if (this.form.invalid || this.state().isSending) return this.form.markAllAsTouched();
    if (password === '' && pin === '') return;
    const secrets = { current, ...(password !== '' && { password }), ...(pin !== '' && { pin }) };
    this.#store.dispatch(accountActions.secretsSent({ secrets }));
  }

  protected signOutEverywhere(): void {
    this.#store.dispatch(accountActions.signedOutEverywhere());
  }
}
