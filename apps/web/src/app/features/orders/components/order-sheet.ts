import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  amountWordsOf,
  compileMenu,
  type OpenedOrder,
  type OrderRound as Round,
  receiptText,
} from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { Who } from '../../../state/session.ts';
import { formatMoney } from '../../../text/money.ts';
import { answersBack } from '../../../text/read-back.ts';
import { PrintedTicket } from '../../../ui/printed-ticket.ts';
import { voidActions, voidFeature } from '../store/void-store.ts';
import { BlankButton } from './blank-button.ts';
import { eventText } from './event-text.ts';
import { linesOf, OrderRound } from './order-round.ts';
import { VoidDialog } from './void-dialog.ts';

const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', second: '2-digit' });
const DAY_AND_TIME = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
const RECEIPT_COLUMNS = 42;

/** Everything known about an order: its rounds, what was voided, the receipt, its history and its tickets. */
@Component({
  selector: 'hl-order-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BlankButton, ButtonDirective, OrderRound, PrintedTicket, RouterLink, VoidDialog],
  templateUrl: './order-sheet.html',
  styleUrl: './order-sheet.css',
})
export class OrderSheet {
  readonly order = input.required<OpenedOrder>();
  protected readonly mayAdd = inject(Who).mayAnywhere('take-orders');
  readonly #store = inject(Store);
  readonly #voiding = this.#store.selectSignal(voidFeature.selectRound);
  readonly #first = computed(() => this.order().rounds[0] as Round);
  /** The menu that the first round was sold from. */
  readonly #sold = computed(() => compileMenu(this.#first().menu));
  protected readonly edition = computed(() => this.#first().edition);
  protected readonly location = computed(
    () => this.#sold().menu.locations?.find(({ id }) => id === this.order().location)?.name,
  );
  protected readonly amountWords = computed(() => amountWordsOf(this.#sold().menu));
  /** The round of which something is being voided, as it is by now. */
  protected readonly voiding = computed(() => {
    const voiding = this.#voiding();
    return voiding && this.order().rounds.find(({ id }) => id === voiding.id);
  });
  protected readonly history = computed(() =>
    this.order().history.map((event) => ({
      at: CLOCK.format(new Date(event.at)),
      message: eventText(event, (id) => this.station(id)?.name ?? id),
    })),
  );
  protected readonly receipt = computed(() => {
    const { number, name, place, rounds, total, due } = this.order();
    const head = [
      `Number ${number} · ${DAY_AND_TIME.format(new Date(this.#first().placedAt))}`,
      [name, place].filter(Boolean).join(' · '),
    ].filter(Boolean);
    const sold = rounds.map((round) => {
      const menu = compileMenu(round.menu);
      const lines = linesOf(round).map((line) => ({ ...line, written: line.back?.written ?? [] }));
      const { written } = answersBack(menu, menu.order, round.request, menu.firstLocale);
      return { menu, lines, written, quote: round.quote };
    });
    return receiptText({ head, rounds: sold, total, due }, (minor) => this.money(minor), RECEIPT_COLUMNS).join('\n');
  });

  /** What the till needs to add a round. */
  protected readonly roundOf = computed(() => {
    const { id: addTo, number, service, location } = this.order();
    return { addTo, number, service, location };
  });

  protected startVoid(round: Round): void {
    this.#store.dispatch(voidActions.opened({ round, key: crypto.randomUUID() }));
  }

  protected money(minor: number): string {
    const { menu, firstLocale } = this.#sold();
    return formatMoney(minor, menu.currency, firstLocale);
  }

  protected station(id: string) {
    return this.#sold().menu.stations.find((station) => station.id === id);
  }

  protected time(placedAt: string): string {
    return CLOCK.format(new Date(placedAt)).slice(0, 5);
  }
}
