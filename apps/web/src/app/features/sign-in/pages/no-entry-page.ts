import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type Action, ACTIONS } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { homeOf, sessionActions, Who } from '../../../state/session.ts';
import { whoMay } from '../../../text/roles.ts';

/** A screen that the role of whoever is here does not show: says who may see it, and what to do. */
@Component({
  selector: 'hl-no-entry-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, RouterLink],
  template: `
    <main>
      <p class="sign"><img src="ladle.svg" alt="" width="44" height="44" /> Hearty Ladle</p>
      <section>
        <h1>This screen is not for your role</h1>
        <p>{{ may() }} You are here as {{ name() }}.</p>
        <p>
          <a pButton [routerLink]="home()">To your own screen</a>
          <button pButton type="button" severity="secondary" (click)="signOut()">Sign in as somebody else</button>
        </p>
      </section>
    </main>
  `,
  styleUrl: './sign-in-page.css',
})
export class NoEntryPage {
  /** What it needs. */
  readonly for = input<string>();
  readonly #who = inject(Who);
  readonly #store = inject(Store);
  protected readonly may = computed(() => {
    const action = ACTIONS.find((one): one is Action => one === this.for());
    return action ? whoMay(action) : '';
  });
  protected readonly name = computed(() => this.#who.person()?.name ?? this.#who.device()?.name ?? 'nobody');
  protected readonly home = computed(() => homeOf({ person: this.#who.person(), device: this.#who.device() }));

  protected signOut(): void {
    this.#store.dispatch(sessionActions.signedOut());
  }
}
