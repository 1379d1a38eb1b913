import type { PassTicket } from '@hearty-ladle/core';
import { now } from '../../../clock.ts';
import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { MenuView } from '../../../state/menu-view.ts';
import { HEALTH_WORDS } from '../../../text/printers.ts';
import { PaperTicket } from '../../../ui/paper-ticket.ts';
import { passActions, passFeature } from '../store/pass-store.ts';

const TICK_MS = 10_000;
/** Common practice: a ticket is late after a quarter of an hour. */
const LATE_MS = 15 * 60_000;

/** The pass: open tickets by station, oldest first; bumped when done, recalled if needed. */
@Component({
  selector: 'hl-pass-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PaperTicket, RouterLink],
  templateUrl: './pass-page.html',
  styleUrl: './pass-page.css',
})
export class PassPage {
  readonly #store = inject(Store);
  readonly #view = inject(MenuView);
  protected readonly pass = this.#store.selectSignal(passFeature.selectPassState);
  protected readonly live = computed(() => this.pass().isLive);
  /** The station shown; undefined for all. */
  protected readonly station = signal<string | undefined>(undefined);
  protected readonly stations = computed(() => this.#view.menu()?.stations ?? []);
  protected readonly addsUp = signal(false);
  readonly #now = signal(now().getTime());

  protected readonly rails = computed(() => {
    const attaching = this.pass().tickets.filter(({ bumpedAt }) => bumpedAt === null);
    return this.stations()
      .filter(({ id }) => this.station() === undefined || id === this.station())
      .map(({ id, name }) => {
        const tickets = attaching.filter((ticket) => ticket.station === id);
        return { id, name, tickets, printer: this.#sayPrinter(id), sums: sumsOf(tickets) };
      });
  });
  protected readonly bumped = computed(() =>
    this.pass()
      .tickets.filter(
        ({ bumpedAt, station }) => bumpedAt !== null && (this.station() === undefined || station === this.station()),
      )
      .toSorted((a, b) => String(b.bumpedAt).localeCompare(String(a.bumpedAt)))
      .slice(0, 8),
  );

  constructor() {
    this.#view.open();
    this.#store.dispatch(passActions.opened());
    const tick = setInterval(() => this.#now.set(now().getTime()), TICK_MS);
    inject(DestroyRef).onDestroy(() => clearInterval(tick));
  }

  /** A ticket is late after a quarter of an hour, and says so in words. */
  protected isLate({ sentAt }: PassTicket): boolean {
    return this.#now() - Date.parse(sentAt) >= LATE_MS;
  }

  protected who({ name, place, service }: PassTicket): string {
    return [service === 'dine-in' ? '' : service, name, place].filter(Boolean).join(' · ');
  }

  /** What happened to the ticket's paper, if there is anything to report. */
  protected paperWords({ paper, station }: PassTicket): string {
    if (!paper) return '';
    if (paper.state === 'printed')
      return [
        paper.printer === station ? '' : `printed at ${this.stationName(paper.printer)}`,
        paper.doubtful ? 'may be on paper twice' : '',
      ]
        .filter(Boolean)
        .join(', ');
    if (paper.state === 'stopped') {
      const fault = paper.fault ?? '';
      const why = fault === 'unprintable' ? 'It can’t be printed' : `Its printer: ${HEALTH_WORDS[fault] ?? fault}`;
      const doubt = paper.doubtful ? '; part of it may be on paper' : '';
      return `NOT ON PAPER. ${why}. Printing was stopped${doubt}. Make it from here, or print it again.`;
    }
    return paper.fault === null ? '' : `not on paper yet: ${HEALTH_WORDS[paper.fault] ?? paper.fault}`;
  }

  protected age({ sentAt }: PassTicket): string {
    const minutes = Math.max(0, Math.floor((this.#now() - Date.parse(sentAt)) / 60_000));
    return minutes === 0 ? 'now' : `${minutes} min`;
  }

  protected stationName(id: string): string {
    return this.stations().find((station) => station.id === id)?.name ?? id;
  }

  protected reprint(ticket: PassTicket): void {
    this.#store.dispatch(passActions.reprintRequested({ id: ticket.id }));
  }

  protected bump(ticket: PassTicket, bumped: boolean): void {
    this.#store.dispatch(passActions.bumped({ id: ticket.id, bumped, at: now().toISOString() }));
  }

  #sayPrinter(station: string): string | undefined {
    const printer = this.pass().printers.find((one) => one.station === station);
    return printer && printer.health !== 'ok' && printer.health !== 'unknown'
      ? (HEALTH_WORDS[printer.health] ?? printer.health)
      : undefined;
  }
}

/** Totals of dishes that are on several tickets of one station, as they are cooked together. */
function sumsOf(tickets: readonly PassTicket[]): { item: string; count: number }[] {
  const counts = new Map<string, number>();
  for (const { lines } of tickets)
    for (const { item, quantity } of lines) counts.set(item, (counts.get(item) ?? 0) + quantity);
  return [...counts]
    .map(([item, count]) => ({ item, count }))
    .filter(({ count }) => count > 1)
    .sort((a, b) => b.count - a.count);
}
