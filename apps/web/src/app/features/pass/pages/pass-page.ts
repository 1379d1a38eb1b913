import { amountWordsOf, keyOfWhat, localMinute, namedWhats, type PassTicket } from '@hearty-ladle/core';
import { now } from '../../../clock.ts';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { ButtonDirective } from 'primeng/button';
import { ToggleButton } from 'primeng/togglebutton';
import { MenuView } from '../../../state/menu-view.ts';
import { StockView } from '../../../state/stock-view.ts';
import { healthText, serviceText, staffMessage, StaffPipe } from '../../../messages/staff-message.ts';
import { injectPageLocale } from '../../../state/page-language.ts';
import { formatDay } from '../../../text/days.ts';
import { NothingServed } from '../../../ui/nothing-served.ts';
import { namedOptions } from '../../../ui/fields/option.ts';
import { SwitchField } from '../../../ui/fields/switch-field.ts';
import { PaperTicket } from '../../../ui/paper-ticket.ts';
import { Chime } from './chime.ts';
import { passActions, passFeature } from '../store/pass-store.ts';
import { LanguageSwitch } from '../../../ui/language-switch.ts';
import { LocationSwitch } from '../../../ui/location-switch.ts';
import { PersonMenu } from '../../../ui/person-menu.ts';

/** What this screen shows: kept on the device, as every station has a screen of its own. */
const STORAGE_KEY = 'hearty-ladle-pass';
const TICK_MS = 10_000;
/** Common practice: a ticket is late after a quarter of an hour. */
const LATE_MS = 15 * 60_000;
const JUST_MS = 30 * 60_000;

/** The pass: open tickets by station, oldest first; bumped when done, recalled if needed. */
@Component({
  selector: 'hl-pass-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    NothingServed,
    PersonMenu,
    ButtonDirective,
    LanguageSwitch,
    LocationSwitch,
    PaperTicket,
    ReactiveFormsModule,
    RouterLink,
    StaffPipe,
    SwitchField,
    ToggleButton,
  ],
  templateUrl: './pass-page.html',
  styleUrl: './pass-page.css',
})
export class PassPage {
  readonly #store = inject(Store);
  readonly #view = inject(MenuView);
  protected readonly pass = this.#store.selectSignal(passFeature.selectPassState);
  protected readonly live = computed(() => this.pass().isLive);
  /** The station shown; undefined for all. */
  protected readonly station = signal(remembered().station);
  protected readonly stations = computed(() => this.#view.menu()?.stations ?? []);
  protected readonly locale = injectPageLocale((locale) => staffMessage(locale, 'page.pass'));
  protected readonly ALL = '';
  protected readonly stationOptions = computed(() => [
    { value: this.ALL, label: staffMessage(this.locale(), 'pass.all') },
    ...namedOptions(this.stations()),
  ]);
  protected readonly addsUp = new FormControl(remembered().addsUp, { nonNullable: true });
  protected readonly showsSums = toSignal(this.addsUp.valueChanges, { initialValue: this.addsUp.value });
  /** Whether new tickets of what is shown are heard. */
  protected readonly chimes = new FormControl(remembered().chimes, { nonNullable: true });
  readonly #isHeard = toSignal(this.chimes.valueChanges, { initialValue: this.chimes.value });
  readonly #chime = new Chime();
  /** The tickets that were there before, by id; undefined until the first have arrived. */
  #heard: ReadonlySet<string> | undefined;
  readonly #now = signal(now().getTime());

  protected readonly amountWords = computed(() => {
    const menu = this.#view.menu();
    return menu ? amountWordsOf(menu) : new Set<string>();
  });
  readonly #today = computed(() => localMinute(new Date(this.#now()), undefined).slice(0, 10));
  protected readonly stock = inject(StockView);
  /** The tickets of this location, and those of orders that name none. */
  readonly #here = computed(() =>
    this.pass().tickets.filter(({ location }) => location === undefined || location === this.stock.location()),
  );
  /** What was taken off here in the last half hour, so that the kitchen knows it too. */
  protected readonly justOff = computed(() => {
    const menu = this.#view.compiled();
    const names = new Map((menu ? namedWhats(menu, this.locale()) : []).map(({ key, name }) => [key, name]));
    return this.stock
      .offs()
      .filter(({ since }) => this.#now() - Date.parse(since) < JUST_MS)
      .map(({ what }) => names.get(keyOfWhat(what)) ?? keyOfWhat(what));
  });
  readonly #open = computed(() =>
    this.#here().filter(
      ({ bumpedAt, station }) => bumpedAt === null && (this.station() === undefined || station === this.station()),
    ),
  );
  protected readonly rails = computed(() =>
    this.stations()
      .filter(({ id }) => this.station() === undefined || id === this.station())
      .map(({ id, name }) => {
        const tickets = this.#open().filter((ticket) => ticket.station === id && !this.#isForLater(ticket));
        return { id, name, tickets, printer: this.#sayPrinter(id), sums: sumsOf(tickets) };
      }),
  );
  /** Tickets wanted on a later day wait apart, by day, until that day. */
  protected readonly later = computed(() =>
    this.#open()
      .filter((ticket) => this.#isForLater(ticket))
      .toSorted((a, b) => (a.wanted ?? '').localeCompare(b.wanted ?? ''))
      .map((ticket) => ({
        ticket,
        day: formatDay(ticket.wanted ?? '', this.locale()),
        station: this.stationName(ticket.station),
      })),
  );
  protected readonly showsLater = signal(false);
  /** The latest bump of this screen that still stands. */
  protected readonly lastOwn = computed(() => {
    const bumped = new Map(this.#here().flatMap((it) => (it.bumpedAt === null ? [] : [[it.id, it]])));
    const id = this.pass().own.findLast((it) => bumped.has(it));
    return id === undefined ? undefined : bumped.get(id);
  });
  protected readonly bumped = computed(() =>
    this.#here()
      .filter(
        ({ bumpedAt, station }) => bumpedAt !== null && (this.station() === undefined || station === this.station()),
      )
      .toSorted((a, b) => String(b.bumpedAt).localeCompare(String(a.bumpedAt)))
      .slice(0, 8),
  );

  constructor() {
    this.#view.open();
    this.stock.open();
    this.#store.dispatch(passActions.opened());
    effect(() =>
      localStorage.setItem(
        STORAGE_KEY,
        JSON.stringify({ station: this.station(), addsUp: this.showsSums(), chimes: this.#isHeard() }),
      ),
    );
    effect(() => this.#listen());
    inject(DestroyRef).onDestroy(() => this.#chime.close());
    const tick = setInterval(() => this.#now.set(now().getTime()), TICK_MS);
    inject(DestroyRef).onDestroy(() => clearInterval(tick));
  }

  /** Rings once for what has come since: a void sounds otherwise. */
  #listen(): void {
    if (this.pass().status !== 'loaded') return;
    const [open, before] = [this.#open(), this.#heard];
    this.#heard = new Set([...(before ?? []), ...this.pass().tickets.map(({ id }) => id)]);
    const fresh = before ? open.filter(({ id }) => !before.has(id)) : [];
    if (fresh.length === 0 || !untracked(this.#isHeard)) return;
    this.#chime.play(fresh.every(({ isVoid }) => isVoid) ? 'void' : 'ticket');
  }

  #isForLater({ wanted }: PassTicket): boolean {
    return wanted !== undefined && wanted > this.#today();
  }

  /** A ticket is late after a quarter of an hour, and says so in words; one for a day is not. */
  protected isLate({ sentAt, wanted }: PassTicket): boolean {
    return wanted === undefined && this.#now() - Date.parse(sentAt) >= LATE_MS;
  }

  protected who({ name, place, service }: PassTicket): string {
    return [service === 'dine-in' ? '' : serviceText(this.locale(), service), name, place].filter(Boolean).join(' · ');
  }

  /** What happened to the ticket's paper, if there is anything to report. */
  protected paperWords({ paper, station }: PassTicket): string {
    if (!paper) return '';
    const locale = this.locale();
    const health = healthText(locale, paper.fault ?? '');
    if (paper.state === 'stopped')
      return staffMessage(locale, paper.doubtful ? 'pass.stopped-partly' : 'pass.stopped', { health });
    if (paper.state !== 'printed') return paper.fault === null ? '' : staffMessage(locale, 'pass.not-yet', { health });
    return [
      paper.printer === station
        ? ''
        : staffMessage(locale, 'pass.printed-at', { station: this.stationName(paper.printer) }),
      paper.doubtful ? staffMessage(locale, 'pass.maybe-twice') : '',
    ]
      .filter(Boolean)
      .join(', ');
  }

  /** How long ago a ticket was sent; a late one says so in words. */
  protected age(ticket: PassTicket): string {
    const locale = this.locale();
    if (ticket.wanted !== undefined) return formatDay(ticket.wanted, locale);
    const minutes = Math.max(0, Math.floor((this.#now() - Date.parse(ticket.sentAt)) / 60_000));
    const age = minutes === 0 ? staffMessage(locale, 'pass.now') : staffMessage(locale, 'pass.minutes', { minutes });
    return this.isLate(ticket) ? staffMessage(locale, 'pass.late', { age }) : age;
  }

  /** What kind of ticket it is, if not the first of its order. */
  protected marks({ isVoid, round = 1 }: PassTicket): string[] {
    return [
      ...(isVoid ? [staffMessage(this.locale(), 'pass.void')] : []),
      ...(round > 1 ? [staffMessage(this.locale(), 'pass.round', { round })] : []),
    ];
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
    const printer = this.pass().printers.find(
      (one) => one.station === station && one.location === this.stock.location(),
    );
    return printer && printer.health !== 'ok' && printer.health !== 'unknown'
      ? healthText(this.locale(), printer.health)
      : undefined;
  }
}

function remembered(): Remembered {
  try {
    const {
      station,
      addsUp = false,
      chimes = false,
    } = JSON.parse(localStorage.getItem(STORAGE_KEY) ?? '{}') as Partial<Remembered>;
    return { station, addsUp, chimes };
  } catch {
    return { station: undefined, addsUp: false, chimes: false };
  }
}

/** What this screen shows and does, after a reload too. */
interface Remembered {
  readonly station: string | undefined;
  readonly addsUp: boolean;
  readonly chimes: boolean;
}

/** Totals of dishes that are on several tickets of one station, as they are cooked together. */
function sumsOf(tickets: readonly PassTicket[]): { item: string; count: number }[] {
  const counts = new Map<string, number>();
  for (const { lines } of tickets.filter(({ isVoid }) => !isVoid))
    for (const { item, quantity, voided = 0 } of lines) counts.set(item, (counts.get(item) ?? 0) + quantity - voided);
  return [...counts]
    .map(([item, count]) => ({ item, count }))
    .filter(({ count }) => count > 1)
    .sort((a, b) => b.count - a.count);
}
