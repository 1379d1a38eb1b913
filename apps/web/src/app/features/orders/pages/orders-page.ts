import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { amountWordsOf, type CompiledMenu, compileMenu, type OrderEvent, receiptText } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { MenuView } from '../../../state/menu-view.ts';
import { healthText } from '../../../messages/staff-message.ts';
import { formatMoney } from '../../../text/money.ts';
import { answersBack } from '../../../text/read-back.ts';
import { AnswerList } from '../../../ui/answer-list.ts';
import { PriceExplained } from '../../../ui/price-explained.ts';
import { PrintedTicket } from '../../../ui/printed-ticket.ts';
import { ordersActions, ordersFeature } from '../store/orders-store.ts';
import { ButtonDirective } from 'primeng/button';
import { TextField } from '../../../ui/fields/text-field.ts';
import { Tag } from 'primeng/tag';

const WHEN = new Intl.DateTimeFormat('en-GB', { weekday: 'short', hour: '2-digit', minute: '2-digit' });
const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', second: '2-digit' });
const DAY_AND_TIME = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
const RECEIPT_COLUMNS = 42;

/** Orders as they come in, found by number, name, table or dish; the open order shows everything known about it. */
@Component({
  selector: 'hl-orders-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AnswerList, ButtonDirective, PriceExplained, PrintedTicket, RouterLink, Tag, TextField],
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
  /** The menu as it was when the open order was placed. */
  protected readonly sold = computed(() => {
    const order = this.opened();
    return order && compileMenu(order.menu);
  });
  protected readonly lines = computed(() => {
    const menu = this.sold();
    const order = this.opened();
    if (!menu || !order) return [];
    return order.request.lines.map((line, i) => {
      const item = menu.item(line.item);
      return {
        name: order.lines[i]?.name ?? line.item,
        quantity: line.quantity ?? 1,
        price: order.quote.lines[i]?.price,
        back: item && answersBack(menu, item, line, menu.firstLocale),
      };
    });
  });
  protected readonly amountWords = computed(() => {
    const menu = this.sold()?.menu;
    return menu ? amountWordsOf(menu) : new Set<string>();
  });
  /** The answers to the order's own questions. */
  protected readonly own = computed(() => {
    const menu = this.sold();
    const order = this.opened();
    return menu && order ? answersBack(menu, menu.order, order.request, menu.firstLocale) : undefined;
  });
  protected readonly receipt = computed(() => {
    const menu = this.sold();
    const order = this.opened();
    if (!menu || !order) return '';
    const lines = this.lines().map(({ name, quantity, back }) => ({ name, quantity, written: back?.written ?? [] }));
    const head = [
      `Number ${order.number} · ${DAY_AND_TIME.format(new Date(order.placedAt))}`,
      [order.name, order.place].filter(Boolean).join(' · '),
    ].filter(Boolean);
    const written = this.own()?.written ?? [];
    const receipt = { head, lines, written, quote: order.quote };
    return receiptText(menu, receipt, (minor) => this.#soldMoney(menu, minor), menu.firstLocale, RECEIPT_COLUMNS).join(
      '\n',
    );
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

  /** Money in the currency of the menu that was sold from. */
  #soldMoney({ menu, firstLocale }: CompiledMenu, minor: number): string {
    return formatMoney(minor, menu.currency, firstLocale);
  }

  protected station(id: string) {
    return this.sold()?.menu.stations.find((station) => station.id === id);
  }

  protected time(placedAt: string): string {
    return CLOCK.format(new Date(placedAt)).slice(0, 5);
  }

  #sayEvent({ what, station = '', printer, copy, doubtful, fault = '' }: OrderEvent): string {
    const name = this.station(station)?.name ?? station;
    if (what === 'placed') return 'Placed';
    if (what === 'bumped') return `${name}: done`;
    if (what === 'recalled') return `${name}: recalled`;
    if (what === 'not-printed') return `${name}: NOT printed (${healthText('en', fault)}); printing was stopped`;
    const elsewhere =
      printer === undefined || printer === station ? '' : ` at ${this.station(printer)?.name ?? printer}`;
    return `${name}: printed${elsewhere}${copy ? ', once more' : ''}${doubtful ? ', may be on paper twice' : ''}`;
  }
}
