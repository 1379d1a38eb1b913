import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output, untracked } from '@angular/core';
import type { CompiledMenu, Order, Service, StockStanding } from '@hearty-ladle/core';
import { quoteOrder, textIn } from '@hearty-ladle/core/guest';
import { ButtonDirective } from 'primeng/button';
import { clock } from '../../../clock.ts';
import { message, MessagePipe } from '../../../messages/message.ts';
import { formatMoney } from '../../../text/money.ts';

const SERVICES: readonly Service[] = ['dine-in', 'takeaway', 'delivery'];

/** How and where the order is wanted: asked once, then one line that can be changed. Each answer says what it changes. */
@Component({
  selector: 'hl-how-wanted',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, MessagePipe],
  templateUrl: './how-wanted.html',
  styleUrl: './how-wanted.css',
})
export class HowWanted {
  readonly menu = input.required<CompiledMenu>();
  /** What is in the basket, as it is wanted now. */
  readonly order = input.required<Order>();
  readonly service = input.required<Service | undefined>();
  readonly location = input<string>();
  readonly ready = input<StockStanding['ready']>();
  readonly locale = input.required<string>();
  readonly serviceChosen = output<Service>();
  readonly locationChosen = output<string>();

  /** Open until the guest is done with it, and when it is changed. */
  protected readonly isOpen = linkedSignal(() => untracked(this.service) === undefined);
  readonly #locations = computed(() => this.menu().menu.locations ?? []);
  /** How it is wanted, and from where if there is a choice. */
  protected readonly questions = computed(() => {
    const how = { id: 'how-title', title: message(this.locale(), 'how.title'), options: this.#services() };
    const where = { id: 'where-title', title: message(this.locale(), 'how.where'), options: this.#places() };
    return where.options.length > 1 ? [how, where] : [how];
  });
  readonly #services = computed(() =>
    SERVICES.map((service) => ({
      id: service,
      name: message(this.locale(), `how.${service}`),
      isOn: service === this.service(),
      changes: this.#changes({ ...this.order(), service }),
      choose: () => this.#choose(service),
    })),
  );
  readonly #places = computed(() =>
    this.#locations().map(({ id, name }) => ({
      id,
      name,
      isOn: id === this.location(),
      changes: this.#changes(this.#orderAt(id)),
      choose: () => this.locationChosen.emit(id),
    })),
  );
  /** What was said, as a sentence. */
  protected readonly said = computed(() => {
    const how = message(this.locale(), `how.${this.order().service ?? 'takeaway'}`);
    const place = this.#locations().find(({ id }) => id === this.location())?.name;
    return place === undefined || this.#locations().length < 2 ? how : message(this.locale(), 'how.at', { how, place });
  });
  protected readonly readyIn = computed(() => {
    const minutes = this.ready()?.[this.order().service ?? 'takeaway'];
    return minutes ? message(this.locale(), 'how.ready-in', { minutes }) : '';
  });

  #choose(service: Service): void {
    this.serviceChosen.emit(service);
    if (this.#locations().length < 2) this.isOpen.set(false);
  }

  /** What is out here says nothing about another location. */
  #orderAt(location: string): Order {
    const { out: _, ...order } = this.order();
    return location === this.location() ? this.order() : { ...order, location };
  }

  /** What the basket would come to, and what of it could not be had. */
  #changes(order: Order): string {
    if (
      order.lines.length === 0 ||
      (order.service === this.order().service && order.location === this.order().location)
    )
      return '';
    const { menu, firstLocale } = this.menu();
    const [now, then] = [quoteOrder(menu, this.order(), clock), quoteOrder(menu, order, clock)];
    const missing = order.lines.filter((_, i) => now.lines[i]?.ok && !then.lines[i]?.ok);
    const names = [
      ...new Set(
        missing.map(({ item }) => textIn(this.menu().item(item)?.item.name ?? item, this.locale(), firstLocale)),
      ),
    ];
    const difference = then.total - now.total;
    const money = (minor: number) => formatMoney(Math.abs(minor), menu.currency, this.locale());
    return [
      names.length > 0 ? message(this.locale(), 'how.not-had', { names: names.join(', ') }) : '',
      difference > 0 ? message(this.locale(), 'how.dearer', { by: money(difference) }) : '',
      difference < 0 ? message(this.locale(), 'how.cheaper', { by: money(difference) }) : '',
    ]
      .filter(Boolean)
      .join(' ');
  }
}
