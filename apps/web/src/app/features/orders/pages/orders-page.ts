import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { receiptText, summaryOf, templateFor, textIn, type OrderEvent } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { MenuView } from '../../../state/menu-view.ts';
import { healthText } from '../../../messages/staff-message.ts';
import { formatMoney } from '../../../text/money.ts';
import { PriceExplained } from '../../../ui/price-explained.ts';
import { PrintedTicket } from '../../../ui/printed-ticket.ts';
import { ordersActions, ordersFeature } from '../store/orders-store.ts';
import { ButtonDirective } from 'primeng/button';
import { TextField } from '../../../ui/fields/text-field.ts';
import { Tag } from 'primeng/tag';

const WHEN = new Intl.DateTimeFormat('en-GB', { weekday: 'short', hour: '2-digit', minute: '2-digit' });
const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', second: '2-digit' });
const RECEIPT_COLUMNS = 42;

/** Orders as they come in, found by number, name, table or dish; the open order shows everything known about it. */
@Component({
  selector: 'hl-orders-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, PriceExplained, PrintedTicket, RouterLink, Tag, TextField],
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
      money: this.money(order.total),
      dishes: order.lines
        .map(({ item, quantity }) => `${quantity > 1 ? `${quantity} ` : ''}${this.#dish(item)}`)
        .join(', '),
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
  protected readonly lines = computed(() => {
    const menu = this.view.compiled();
    const order = this.opened();
    if (!menu || !order) return [];
    return order.request.lines.map((line, i) => {
      const item = menu.item(line.item);
      return {
        name: this.#dish(line.item),
        quantity: line.quantity ?? 1,
        price: order.quote.lines[i]?.price,
        summary: item ? summaryOf(menu, item, line, menu.firstLocale, templateFor(menu.menu, item.item)) : '',
      };
    });
  });
  protected readonly receipt = computed(() => {
    const menu = this.view.compiled();
    const order = this.opened();
    return menu && order
      ? receiptText(
          menu,
          order.request.lines,
          order.quote,
          (minor) => this.money(minor),
          menu.firstLocale,
          RECEIPT_COLUMNS,
        ).join('\n')
      : '';
  });
  protected readonly history = computed(() =>
    (this.opened()?.history ?? []).map((event) => ({
      at: CLOCK.format(new Date(event.at)),
      message: this.#sayEvent(event),
    })),
  );

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

  protected money(minor: number): string {
    return formatMoney(minor, this.view.menu()?.currency ?? 'EUR', this.view.firstLocale() || 'en');
  }

  protected station(id: string) {
    return this.view.menu()?.stations.find((station) => station.id === id);
  }

  protected time(placedAt: string): string {
    return CLOCK.format(new Date(placedAt)).slice(0, 5);
  }

  #dish(id: string): string {
    const item = this.view.menu()?.items.find((it) => it.id === id);
    return item ? textIn(item.name, this.view.firstLocale(), this.view.firstLocale()) : id;
  }

  #sayEvent({ what, station = '', printer, copy, doubtful, fault = '' }: OrderEvent): string {
    const name = this.station(station)?.name ?? station;
    if (what === 'placed') return 'Placed';
    if (what === 'bumped') return `${name}: done`;
    if (what === 'not-printed') return `${name}: NOT printed (${healthText('en', fault)}); printing was stopped`;
    const elsewhere =
      printer === undefined || printer === station ? '' : ` at ${this.station(printer)?.name ?? printer}`;
    return `${name}: printed${elsewhere}${copy ? ', once more' : ''}${doubtful ? ', may be on paper twice' : ''}`;
  }
}
