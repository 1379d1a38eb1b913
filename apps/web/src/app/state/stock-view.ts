import { computed, type EnvironmentProviders, inject, Injectable, type Provider } from '@angular/core';
import type { Context, StockStanding } from '@hearty-ladle/core';
import { compileMenu, countsAt, PANTRY_FORMAT, withStandIns } from '@hearty-ladle/core/guest';
import { provideEffects } from '@ngrx/effects';
import { provideState, Store } from '@ngrx/store';
import { MenuView } from './menu-view.ts';
import { selectPlaces } from '../api/session-slice.ts';
import { locationChosen } from './chosen-location.ts';
import { locationsIn, selectLocation, stockActions, StockEffects, stockFeature } from './stock.ts';

const NO_CHOICES: readonly string[] = [];
const NOTHING_LEFT: StockStanding['left'] = { items: {}, choices: {}, variants: [] };

/** Where this device is, and what is out and left there, as signals to read. */
@Injectable()
export class StockView {
  readonly #store = inject(Store);
  readonly #view = inject(MenuView);
  readonly standing = this.#store.selectSignal(stockFeature.selectStanding);
  readonly pantry = this.#store.selectSignal(stockFeature.selectPantry);
  readonly #places = this.#store.selectSignal(selectPlaces);
  readonly locations = computed(() => locationsIn(this.#view.menu(), this.#places()));
  readonly location = this.#store.selectSignal(selectLocation);
  /** What every quote here needs to know: the location, and what is out there. */
  readonly circumstances = computed<Pick<Context, 'location' | 'out'>>(() => {
    const [location, standing] = [this.location(), this.standing()];
    return { ...(location !== undefined && { location }), ...(standing && { out: standing.out }) };
  });
  /** The menu as it is served here: with the choices that stand in for what is off. */
  readonly served = computed(() => {
    const menu = this.#view.menu();
    return menu && compileMenu(withStandIns(menu, this.standIns()));
  });
  readonly standIns = computed(() => this.standing()?.standIns ?? NO_CHOICES);
  readonly left = computed(() => this.standing()?.left ?? NOTHING_LEFT);
  /** The location itself; undefined if the menu has none. */
  readonly place = computed(() => this.locations().find(({ id }) => id === this.location()));
  /** What is off here: by its location, or everywhere. */
  readonly offs = computed(() => {
    const here = this.location();
    return (this.pantry()?.offs ?? []).filter(
      ({ locations }) => !locations || (here !== undefined && locations.includes(here)),
    );
  });

  /** The counts that hold here of what is gone or at its low mark. */
  readonly shortCounts = computed(() => {
    const counts = [
      ...countsAt({ format: PANTRY_FORMAT, counts: [...(this.pantry()?.counts ?? [])] }, this.location()).values(),
    ];
    return counts.filter(({ what, onHand, low = 0 }) => onHand <= low || (!('ingredient' in what) && onHand < 1));
  });

  open(): void {
    this.#store.dispatch(stockActions.opened());
  }

  choose(location: string): void {
    this.#store.dispatch(locationChosen({ location }));
  }
}

/** What the routes of shop, till and board need to know of stock. */
export function provideStock(): (EnvironmentProviders | Provider)[] {
  return [provideState(stockFeature), provideEffects(StockEffects), StockView];
}
