import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { MenuView } from '../../../state/menu-view.ts';
import { message, MessagePipe } from '../../../messages/message.ts';
import { formatTime } from '../../../text/days.ts';
import { formatMoney } from '../../../text/money.ts';
import { injectPageLocale } from '../../../state/page-language.ts';
import { progressActions, progressFeature } from '../store/progress-store.ts';
import { ButtonDirective } from 'primeng/button';

/** A placed order: its number and the kitchen's progress, live. */
@Component({
  selector: 'hl-order-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, MessagePipe],
  templateUrl: './order-page.html',
  styleUrl: './order-page.css',
})
export class OrderPage {
  readonly id = input.required<string>();
  readonly #store = inject(Store);
  readonly #router = inject(Router);
  readonly #view = inject(MenuView);
  protected readonly locale = injectPageLocale((locale) => message(locale, 'order.title'));
  protected readonly state = this.#store.selectSignal(progressFeature.selectShown);
  protected readonly progress = computed(() => {
    const state = this.state();
    return state.status === 'loaded' ? state.progress : undefined;
  });
  protected readonly total = computed(() =>
    formatMoney(this.progress()?.total ?? 0, this.#view.menu()?.currency ?? 'EUR', this.locale()),
  );
  /** Until everything is done. */
  protected readonly readyAt = computed(() => {
    const { readyAt, tickets = 0, bumped = 0 } = this.progress() ?? {};
    return readyAt !== undefined && bumped < tickets ? formatTime(readyAt, this.locale(), undefined) : undefined;
  });
  protected readonly words = computed(() => {
    const { tickets, bumped } = this.progress() ?? { tickets: 0, bumped: 0 };
    if (bumped === 0) return message(this.locale(), 'order.being-made');
    return bumped < tickets
      ? message(this.locale(), 'order.almost', { bumped, tickets })
      : message(this.locale(), 'order.ready');
  });

  constructor() {
    this.#view.open();
    effect(() => this.#store.dispatch(progressActions.opened({ id: this.id() })));
  }
  /** As the link says, without loading the page anew. */
  protected toShop(event: Event): void {
    event.preventDefault();
    void this.#router.navigateByUrl('/shop');
  }
}
