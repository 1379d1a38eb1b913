import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { OrderState } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import type { OrderQuery } from '../../../api/api.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { formatMoney } from '../../../text/money.ts';
import { OrderSheet } from '../components/order-sheet.ts';
import { ordersActions, ordersFeature } from '../store/orders-store.ts';
import { ButtonDirective } from 'primeng/button';
import { DateField } from '../../../ui/fields/date-field.ts';
import type { Option } from '../../../ui/fields/option.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { Scroller } from 'primeng/scroller';
import { Tag } from 'primeng/tag';
import { now } from '../../../clock.ts';

const TIME = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });
const DAY = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });
/** The height of a row, in pixels: two lines of dishes and one of what else there is. */
const ROW = 80;
/** So many rows before the end, older orders are fetched. */
const AHEAD = 15;

const STATES: readonly Option<OrderState | ''>[] = [
  { value: '', label: 'In any state' },
  { value: 'making', label: 'Being made' },
  { value: 'done', label: 'Done' },
  { value: 'voided', label: 'With voids' },
];

/** Orders as they come in, found by number, name, table or dish; the open order shows everything known about it. */
@Component({
  selector: 'hl-orders-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, DateField, OrderSheet, RouterLink, Scroller, SelectField, Tag, TextField],
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
      when: whenOf(order.placedAt),
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
    this.#store.dispatch(ordersActions.queryChanged({ query: { find: '' } }));
    effect(() => {
      const id = this.id();
      if (id !== undefined) this.#store.dispatch(ordersActions.orderOpened({ id }));
    });
  }

  protected readonly STATES = STATES;
  protected readonly locations = computed(() => {
    const all = (this.view.menu()?.locations ?? []).map(({ id, name }) => ({ value: id, label: name }));
    return all.length > 1 ? [{ value: '', label: 'Every location' }, ...all] : [];
  });
  protected readonly isFiltered = computed(() => Object.values(this.state().query).some((value) => value !== ''));

  protected find(find: string): void {
    this.#ask({ find: find.trim() });
  }

  /** Narrows the list by location, day or state; empty: by all of them. */
  protected narrow(by: 'location' | 'day' | 'state', value: string): void {
    const { [by]: _, ...query } = this.state().query;
    this.#store.dispatch(ordersActions.queryChanged({ query: value === '' ? query : { ...query, [by]: value } }));
  }

  protected clear(): void {
    this.#store.dispatch(ordersActions.queryChanged({ query: { find: '' } }));
  }

  #ask(change: Partial<OrderQuery>): void {
    this.#store.dispatch(ordersActions.queryChanged({ query: { ...this.state().query, ...change } }));
  }

  protected readonly ROW = ROW;

  /** Fetches older orders before the end of the list is reached. */
  protected look(last: number): void {
    if (this.state().hasMore && last >= this.rows().length - AHEAD)
      this.#store.dispatch(ordersActions.olderRequested());
  }

  #money(minor: number): string {
    return formatMoney(minor, this.view.menu()?.currency ?? 'EUR', this.view.firstLocale() || 'en');
  }
}

/** The time, and the day if it is not today. */
function whenOf(at: string): string {
  const moment = new Date(at);
  const isToday = DAY.format(moment) === DAY.format(now());
  return isToday ? TIME.format(moment) : `${DAY.format(moment)}, ${TIME.format(moment)}`;
}
