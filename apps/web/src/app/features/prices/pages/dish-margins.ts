import { computed, inject, type Signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { Margins } from '@hearty-ladle/core';
import { debounceTime, of, switchMap } from 'rxjs';
import { AnalysisFinder } from '../../../state/analysis-finder.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { formatMoney } from '../../../text/money.ts';
import type { PriceRow } from '../../../text/price-rows.ts';

const PAUSE_MS = 300;

/** What a dish costs to make and leaves, as it is shown beside its price. */
export interface ShownMargin {
  readonly cost: string;
  readonly margin: string;
  /** The least and the most that a build leaves. */
  readonly built: string;
  readonly isLoss: boolean;
}

/** Margins of dishes at the first price list, computed in a worker; undefined where no ingredient has a cost. */
export class DishMargins {
  readonly #view = inject(MenuView);
  readonly #finder = inject(AnalysisFinder);
  readonly #found = toSignal(
    toObservable(this.#view.menu).pipe(
      debounceTime(PAUSE_MS),
      switchMap((menu) =>
        menu?.ingredients?.some(({ cost }) => cost) ? this.#finder.find('margins', menu, {}) : of(undefined),
      ),
    ),
  );
  readonly #byDish: Signal<ReadonlyMap<string, Margins> | undefined> = computed(() => {
    const found = this.#found();
    return found && new Map(found.map((one) => [one.item, one]));
  });
  readonly areKnown = computed(() => this.#byDish() !== undefined);

  /** Undefined for rows that are not the price of a dish. */
  of({ place }: PriceRow): ShownMargin | undefined {
    const found = place.kind === 'dish' ? this.#byDish()?.get(place.item ?? '') : undefined;
    if (!found) return undefined;
    const { price, cost, built } = found;
    const left = cost === null ? undefined : price - cost;
    const percent = left !== undefined && price > 0 ? ` · ${Math.round((left / price) * 100)}%` : '';
    return {
      cost: cost === null ? 'not known' : this.#money(cost),
      margin: left === undefined ? '' : `${this.#money(left)}${percent}`,
      built: built ? `${this.#money(built.worst)} to ${this.#money(built.best)}` : '',
      isLoss: (built?.worst ?? left ?? 0) < 0,
    };
  }

  #money(minor: number): string {
    return formatMoney(minor, this.#view.menu()?.currency ?? 'EUR', this.#view.firstLocale());
  }
}
