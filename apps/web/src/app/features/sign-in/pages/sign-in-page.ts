import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { Store } from '@ngrx/store';
import { AutoFocus } from 'primeng/autofocus';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { sessionActions, Who } from '../../../state/session.ts';
import { grantsText, roleDeeds } from '../../../text/roles.ts';
import { signInActions, signInFeature } from '../store/sign-in-store.ts';

/** Signing in by name and password, pairing this device by its code, and in a demo one click. */
@Component({
  selector: 'hl-sign-in-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AutoFocus, ButtonDirective, InputText, ReactiveFormsModule],
  templateUrl: './sign-in-page.html',
  styleUrl: './sign-in-page.css',
})
export class SignInPage {
  /** The screen to go on with. */
  readonly from = input<string>();
  /** The server did not say who is here: whoever it is goes on once it does. */
  readonly away = input<string>();
  readonly #store = inject(Store);
  protected readonly who = inject(Who);
  protected readonly state = this.#store.selectSignal(signInFeature.selectSignInState);
  readonly #build = inject(NonNullableFormBuilder);
  protected readonly person = this.#build.group({
    name: ['', Validators.required],
    password: ['', Validators.required],
  });
  protected readonly pairing = this.#build.group({ code: ['', Validators.required] });
  protected readonly demo = computed(() =>
    this.who
      .session()
      ?.demo?.map(({ id, name, grants }) => ({
        id,
        name,
        role: grantsText(grants, [], 'en').split(' at ')[0],
        deeds: grants.map(({ role }) => roleDeeds(role)).join('. '),
      })),
  );

  /** Whether the server has not said yet who is here. */
  protected readonly isAway = computed(
    () => this.who.status() === 'failed' || (this.away() !== undefined && this.who.status() === 'loading'),
  );

  constructor() {
    this.#store.dispatch(sessionActions.opened());
    this.#store.dispatch(signInActions.opened());
    effect(() => {
      const session = this.who.session();
      if (this.away() === undefined || !session || !this.who.isKnown()) return;
      untracked(() => this.#store.dispatch(signInActions.letIn({ session, from: this.from() })));
    });
  }

  protected readAgain(): void {
    this.#store.dispatch(sessionActions.opened());
  }

  protected signIn(): void {
    if (this.person.invalid || this.state().isSending) return this.person.markAllAsTouched();
    this.#store.dispatch(signInActions.sent({ request: this.person.getRawValue(), from: this.from() }));
  }

  protected be(person: string): void {
    this.#store.dispatch(signInActions.demoChosen({ person, from: this.from() }));
  }

  protected pair(): void {
    if (this.pairing.invalid || this.state().isSending) return this.pairing.markAllAsTouched();
    this.#store.dispatch(signInActions.codeEntered(this.pairing.getRawValue()));
  }
}
