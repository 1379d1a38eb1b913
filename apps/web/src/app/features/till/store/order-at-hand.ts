import { computed, inject, type Signal } from '@angular/core';
import { quoteOrder } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { clock } from '../../../clock.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { StockView } from '../../../state/stock-view.ts';
import { problemMessage } from '../../../text/problems.ts';
import { orderLines } from './order-lines.ts';
import { tillFeature } from './till-store.ts';

/** The order at the till, quoted where it is taken with what is out there, and read back. */
export class OrderAtHand {
  readonly #store = inject(Store);
  readonly #menu = inject(MenuView).compiled;
  readonly #circumstances = inject(StockView).circumstances;
  readonly #typed = this.#store.selectSignal(tillFeature.selectPricedOrder);
  readonly #avoid = this.#store.selectSignal(tillFeature.selectAvoid);
  readonly #locale: Signal<string>;
  readonly #priced = computed(() => ({ ...this.#typed(), ...this.#circumstances() }));

  constructor(locale: Signal<string>) {
    this.#locale = locale;
  }

  readonly quote = computed(() => {
    const menu = this.#menu();
    return menu && quoteOrder(menu.menu, this.#priced(), clock);
  });
  readonly lines = computed(() => {
    const menu = this.#menu();
    return menu ? orderLines(menu, this.#priced(), this.quote(), this.#avoid(), this.#locale()) : [];
  });
  /** Problems with the answers to the order's own questions. */
  readonly ownProblems = computed(() =>
    (this.quote()?.problems ?? []).filter(({ line, code }) => line === null && code !== 'empty-order'),
  );
  readonly orderProblems = computed(() => {
    const menu = this.#menu();
    return menu && this.#typed().lines.length > 0
      ? this.ownProblems().map((problem) => problemMessage(menu, problem, this.#locale()))
      : [];
  });
}
