import { computed, inject, Injectable, signal } from '@angular/core';
import { businessDayEnd, minutesLater, type OffRequest } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { clock } from '../../../clock.ts';
import { StockView } from '../../../state/stock-view.ts';
import { boardFeature } from './board-store.ts';
import { deedActions } from './deed-store.ts';

/** What is armed on the board becomes a deed, by the location's own clock. */
@Injectable()
export class BoardDeed {
  readonly #store = inject(Store);
  readonly #stock = inject(StockView);
  readonly #board = this.#store.selectSignal(boardFeature.selectBoardState);
  readonly zone = computed(() => this.#stock.place()?.timeZone);
  /** The local minute of the location. */
  readonly now = signal(clock(undefined));
  readonly dayEnd = computed(() => businessDayEnd(this.#stock.place() ?? {}, this.now()));

  look(): void {
    this.now.set(clock(this.zone()));
  }

  /** 86s what is armed; false if nothing is. */
  do(): boolean {
    const { armed, place, until, standIn } = this.#board();
    const location = this.#stock.location();
    if (armed.length === 0) return false;
    this.look();
    const ends = { 'day-end': this.dayEnd(), hour: minutesLater(this.now(), 60), open: undefined }[until];
    const off: OffRequest = {
      whats: [...armed],
      ...(place === 'here' && location !== undefined && { locations: [location] }),
      ...(ends !== undefined && { until: ends }),
      ...(standIn !== undefined && { standIns: [standIn] }),
    };
    this.#store.dispatch(deedActions.added({ deed: { key: crypto.randomUUID(), off } }));
    return true;
  }
}
