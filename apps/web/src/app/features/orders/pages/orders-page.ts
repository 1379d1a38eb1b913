import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { MenuView } from '../../../state/menu-view.ts';
import { formatMoney } from '../../../text/money.ts';
import { OrderSheet } from '../components/order-sheet.ts';
import { ordersActions, ordersFeature } from '../store/orders-store.ts';
import { ButtonDirective } from 'primeng/button';
import { TextField } from '../../../ui/fields/text-field.ts';
import { Tag } from 'primeng/tag';

const WHEN = new Intl.DateTimeFormat('en-GB', { weekday: 'short', hour: '2-digit', minute: '2-digit' });

/** Orders as they come in, found by number, name, table or dish; the open order shows everything known about it. */
@Component({
  selector: 'hl-orders-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, OrderSheet, RouterLink, Tag, TextField],
  templateUrl: './orders-page.html',
  styleUrl: './orders-page.css',
})
export class OrdersPage {
  readonly id = input<string>();
  readonly #store = inject(Store);
  protected readonly view = inject(MenuView);
  protected readonly state = this.#store.selectSignal(ordersFeature.selectOrdersState);
  protected readonly rows = computed(() =>
    this.state().orders.map((order) => ({
      ...order,
      when: WHEN.format(new Date(order.placedAt)),
      money: this.#money(order.due),
      dishes: order.lines.map(({ name, quantity }) => `${quantity > 1 ? `${quantity} ` : ''}${name}`).join(', '),
      state:
        order.bumped === order.tickets
          ? 'done'
          : order.bumped > 0
            ? `${order.bumped} of ${order.tickets} done`
            : 'being made',
    })),
  );
  protected readonly opened = computed(() => {
    const { opened } = this.state();
    return typeof opened === 'object' && opened.id === this.id() ? opened : undefined;
  });
  protected readonly isUnknown = computed(() => this.state().opened === 'unknown' && this.id() !== undefined);
  constructor() {
    this.#store.dispatch(ordersActions.findTyped({ find: '' }));
    effect(() => {
      const id = this.id();
      if (id !== undefined) this.#store.dispatch(ordersActions.orderOpened({ id }));
    });
  }

  protected find(find: string): void {
    this.#store.dispatch(ordersActions.findTyped({ find: find.trim() }));
  }

  protected older(): void {
    this.#store.dispatch(ordersActions.olderRequested());
  }

  #money(minor: number): string {
    return formatMoney(minor, this.view.menu()?.currency ?? 'EUR', this.view.firstLocale() || 'en');
  }
}
