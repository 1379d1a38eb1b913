import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { Live } from '../../../api/live.ts';
import type { PassTicket } from '../../../api/wire.ts';
import { Editor } from '../../../state/editor.ts';
import { PaperTicket } from '../../../ui/paper-ticket.ts';
import { passActions, passFeature } from '../store/pass-store.ts';

const TICK_MS = 10_000;

/** The pass: tickets hang on a rail by station, oldest first; they are bumped when done and can be recalled. */
@Component({
  selector: 'hl-pass-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PaperTicket],
  templateUrl: './pass-page.html',
  styleUrl: './pass-page.css',
})
export class PassPage {
  readonly #store = inject(Store);
  readonly #editor = inject(Editor);
  protected readonly live = inject(Live).connected;
  protected readonly pass = this.#store.selectSignal(passFeature.selectPassState);
  /** The station whose rail is shown; undefined for all of them. */
  protected readonly station = signal<string | undefined>(undefined);
  protected readonly stations = computed(() => this.#editor.menu()?.stations ?? []);
  readonly #now = signal(Date.now());

  protected readonly rails = computed(() => {
    const hanging = this.pass().tickets.filter(({ bumpedAt }) => bumpedAt === null);
    return this.stations()
      .filter(({ id }) => this.station() === undefined || id === this.station())
      .map(({ id, name }) => ({ id, name, tickets: hanging.filter((ticket) => ticket.station === id) }));
  });
  protected readonly bumped = computed(() =>
    this.pass()
      .tickets.filter(({ bumpedAt, station }) => bumpedAt !== null && (this.station() === undefined || station === this.station()))
      .toSorted((a, b) => String(b.bumpedAt).localeCompare(String(a.bumpedAt)))
      .slice(0, 8),
  );

  constructor() {
    this.#editor.open();
    this.#store.dispatch(passActions.opened());
    const tick = setInterval(() => this.#now.set(Date.now()), TICK_MS);
    inject(DestroyRef).onDestroy(() => clearInterval(tick));
  }

  protected age({ hungAt }: PassTicket): string {
    const minutes = Math.max(0, Math.floor((this.#now() - Date.parse(hungAt)) / 60_000));
    return minutes === 0 ? 'now' : `${minutes} min`;
  }

  protected stationName(id: string): string {
    return this.stations().find((station) => station.id === id)?.name ?? id;
  }

  protected bump(ticket: PassTicket, bumped: boolean): void {
    this.#store.dispatch(passActions.bumped({ id: ticket.id, bumped }));
  }
}
