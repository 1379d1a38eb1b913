import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { MenuView } from '../../../state/menu-view.ts';
import { formatMoney } from '../../../text/money.ts';
import { progressActions, progressFeature } from '../store/progress-store.ts';

/** A placed order: its number and the kitchen's progress, live. */
@Component({
  selector: 'hl-order-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <main>
      @switch (state().status) {
        @case ('loaded') {
          @if (progress(); as it) {
            <section class="card">
              <p>Thank you. The kitchen has your order.</p>
              <p class="number">{{ it.number }}</p>
              <p>{{ total() }} in all. We call this number when it is ready.</p>
              <div class="steps" role="status">
                <p class="now">{{ words() }}</p>
                <progress [value]="it.bumped" [max]="it.tickets" aria-label="How much of it is done"></progress>
              </div>
              <a class="button main" routerLink="/shop">Order something else</a>
            </section>
          }
        }
        @case ('unknown') { <section class="card"><p>There is no such order here.</p><a class="button main" routerLink="/shop">To the menu</a></section> }
        @case ('away') { <section class="card"><p role="status">We can’t be reached just now. Your order is safe; this page goes on by itself.</p></section> }
        @default { <p class="quiet">Just a moment …</p> }
      }
    </main>
  `,
  styles: `
    @layer app {
      main { max-width: 520px; margin: 0 auto; padding: 32px 16px; }
      .card { display: grid; gap: 14px; justify-items: center; padding: 32px 20px; text-align: center; }
      .number { font: 700 84px/1 var(--mono); color: var(--teal); }
      .steps { display: grid; gap: 8px; width: 100%; }
      .now { font: 600 20px/1.3 var(--serif); }
      progress { width: 100%; height: 14px; accent-color: var(--leaf); }
      .button { min-height: 48px; }
    }
  `,
})
export class OrderPage {
  readonly id = input.required<string>();
  readonly #store = inject(Store);
  readonly #view = inject(MenuView);
  protected readonly state = this.#store.selectSignal(progressFeature.selectShown);
  protected readonly progress = computed(() => {
    const state = this.state();
    return state.status === 'loaded' ? state.progress : undefined;
  });
  protected readonly total = computed(() => formatMoney(this.progress()?.total ?? 0, this.#view.menu()?.currency ?? 'EUR', this.#view.firstLocale() || 'en'));
  protected readonly words = computed(() => {
    const { tickets, bumped } = this.progress() ?? { tickets: 0, bumped: 0 };
    if (bumped === 0) return 'It is being made';
    return bumped < tickets ? `Almost there: ${bumped} of ${tickets} parts are done` : 'It is ready';
  });

  constructor() {
    this.#view.open();
    effect(() => this.#store.dispatch(progressActions.opened({ id: this.id() })));
  }
}
