import { computed, inject, type Signal } from '@angular/core';
import {
  countsAt,
  type Line,
  notEnough,
  type OrderProblem,
  type Pantry,
  PANTRY_FORMAT,
  quoteLine,
  quoteOrder,
  standing,
} from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { clock } from '../../../clock.ts';
import { StockView } from '../../../state/stock-view.ts';
import { problemMessage, whatName } from '../../../text/problems.ts';
import { orderLines } from './order-lines.ts';
import { tillFeature } from './till-store.ts';

/** The order at the till, quoted where it is taken with what is out there, and read back. */
export class OrderAtHand {
  readonly #store = inject(Store);
  readonly #stock = inject(StockView);
  readonly #menu = this.#stock.served;
  readonly #round = this.#store.selectSignal(tillFeature.selectRound);
  readonly #evenIfShort = this.#store.selectSignal(tillFeature.selectEvenIfShort);
  readonly #pantry = computed<Pantry>(() => {
    const { offs = [], counts = [] } = this.#stock.pantry() ?? {};
    return { format: PANTRY_FORMAT, off: [...offs], counts: [...counts] };
  });
  /** Where the order is taken, and what is out there: if it is sold even if short, only what is off by hand. */
  readonly here = computed(() => {
    const [menu, { location, ...known }] = [this.#menu(), this.#stock.circumstances()];
    if (!this.#evenIfShort() || !menu) return { ...known, ...(location !== undefined && { location }) };
    const where = location === undefined ? {} : { location };
    const byHand = standing(menu.menu, { ...this.#pantry(), counts: [] }, where, clock);
    return { ...where, ...(byHand && { out: byHand.out }) };
  });
  readonly #typed = this.#store.selectSignal(tillFeature.selectPricedOrder);
  readonly #avoid = this.#store.selectSignal(tillFeature.selectAvoid);
  readonly #locale: Signal<string>;
  readonly #priced = computed(() => ({ ...this.#typed(), ...this.here() }));

  constructor(locale: Signal<string>) {
    this.#locale = locale;
  }

  readonly quote = computed(() => {
    const menu = this.#menu();
    return menu && quoteOrder(menu.menu, this.#priced(), clock);
  });
  /** What there is not enough of for this order; only said, if it is sold even so. */
  readonly missing = computed<readonly OrderProblem[]>(() => {
    const takes = this.quote()?.takes;
    return takes ? notEnough(takes, countsAt(this.#pantry(), this.#stock.location())) : [];
  });
  readonly isOk = computed(() => this.quote()?.ok === true && (this.#evenIfShort() || this.missing().length === 0));
  readonly lines = computed(() => {
    const menu = this.#menu();
    return menu ? orderLines(menu, this.#priced(), this.quote(), this.#avoid(), this.#locale()) : [];
  });
  /** Problems with the answers to the order's own questions. */
  readonly ownProblems = computed(() =>
    (this.quote()?.problems ?? []).filter(({ line, code }) => line === null && code !== 'empty-order'),
  );
  readonly orderProblems = computed(() => {
    const menu = this.#menu();
    if (!menu || this.#typed().lines.length === 0) return [];
    const missing = this.#evenIfShort() ? [] : this.missing();
    return [...this.ownProblems(), ...missing].map((problem) => problemMessage(menu, problem, this.#locale()));
  });
  /** Whether something has run out here that is not off by hand. */
  readonly hasRunOut = computed(() =>
    [...countsAt(this.#pantry(), this.#stock.location()).values()].some(({ onHand }) => onHand < 1),
  );
  /** What on hand falls below zero of, by name. */
  readonly short = computed(() => {
    const menu = this.#menu();
    return menu && this.#evenIfShort()
      ? this.missing().flatMap(({ what }) => (what ? [whatName(menu, what, this.#locale())] : []))
      : [];
  });

  /** The location of the order that this one is added to, if it is another: it must be rung up there. */
  readonly elsewhere = computed(() => {
    const location = this.#round()?.location;
    return location === undefined || location === this.#stock.location()
      ? undefined
      : (this.#stock.locations().find(({ id }) => id === location)?.name ?? location);
  });

  /** Whether a dish has all its answers. */
  isEnough(line: Line): boolean {
    const menu = this.#menu();
    const { service = 'dine-in' } = this.#typed();
    return menu !== undefined && quoteLine(menu.menu, { ...line, ...this.here(), channel: 'pos', service }, clock).ok;
  }
}
