import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { ActivatedRoute, RouterLink } from '@angular/router';
import { PASSWORD_LENGTH } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { AutoFocus } from 'primeng/autofocus';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { signInActions, signInFeature } from '../store/sign-in-store.ts';

/** The first owner, by the link that the server printed. */
@Component({
  selector: 'hl-first-owner-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AutoFocus, ButtonDirective, InputText, ReactiveFormsModule, RouterLink],
  template: `
    <main>
      <p class="sign"><img src="ladle.svg" alt="" width="44" height="44" /> Hearty Ladle</p>
      <section aria-labelledby="owner">
        <h1 id="owner">Welcome. This house is yours</h1>
        <p class="quiet">You will be its owner: you add the others, and say what each of them may do.</p>
        <form [formGroup]="form" (ngSubmit)="send()">
          <label for="name">Your name</label>
          <input
            pInputText
            id="name"
            autocomplete="username"
            maxlength="60"
            formControlName="name"
            [pAutoFocus]="true"
            [invalid]="form.controls.name.touched && form.controls.name.invalid"
          />
          <label for="password">A password</label>
          <input
            pInputText
            id="password"
            type="password"
            autocomplete="new-password"
            aria-describedby="hint"
            formControlName="password"
            [invalid]="form.controls.password.touched && form.controls.password.invalid"
          />
          <p id="hint" class="quiet">
            At least {{ LENGTH.min }} characters, any of them. Several words make a good one.
          </p>
          @if (state().message; as message) {
            <p class="wrong-text" role="alert">{{ message }}</p>
          }
          <button pButton [disabled]="state().isSending">Open the house</button>
        </form>
      </section>
      <p class="quiet"><a routerLink="/sign-in">Sign in instead</a></p>
    </main>
  `,
  styleUrl: './sign-in-page.css',
})
export class FirstOwnerPage {
  readonly #store = inject(Store);
  /** After the hash, so that it is in no server's log. */
  readonly #token = inject(ActivatedRoute).snapshot.fragment ?? '';
  protected readonly LENGTH = PASSWORD_LENGTH;
  protected readonly state = this.#store.selectSignal(signInFeature.selectSignInState);
  protected readonly form = inject(NonNullableFormBuilder).group({
    name: ['', Validators.required],
    password: ['', [Validators.required, Validators.minLength(PASSWORD_LENGTH.min)]],
  });

  constructor() {
    this.#store.dispatch(signInActions.opened());
  }

  protected send(): void {
    if (this.form.invalid || this.state().isSending) return this.form.markAllAsTouched();
    this.#store.dispatch(signInActions.ownerSent({ request: { token: this.#token, ...this.form.getRawValue() } }));
  }
}
