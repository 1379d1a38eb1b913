import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Drawer } from 'primeng/drawer';
import { formatMoment } from '../../../text/days.ts';
import type { Telling } from '../figures/figure.ts';
import type { TakingsState } from '../store/takings-store.ts';

/** The orders behind a figure, newest first, each leading to itself. */
@Component({
  selector: 'hl-behind-drawer',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Drawer, RouterLink],
  templateUrl: './behind-drawer.html',
  styleUrl: './behind-drawer.css',
})
export class BehindDrawer {
  readonly behind = input.required<NonNullable<TakingsState['behind']>>();
  readonly telling = input.required<Telling>();
  readonly closed = output();
  protected readonly orders = computed(() =>
    (this.behind().told?.orders ?? []).map(({ id, number, placedAt, location, dishes, money }) => ({
      id,
      number,
      when: formatMoment(placedAt),
      where: location === '' ? '' : this.telling().names.location(location),
      dishes: dishes.join(', '),
      money: this.telling().money(money),
    })),
  );
  protected readonly count = computed(() => {
    const { told, hasFailed } = this.behind();
    if (hasFailed) return 'The orders can’t be read just now. Close this, and try again in a moment.';
    if (!told) return 'Reading …';
    if (told.total > told.orders.length)
      return `The latest ${told.orders.length} of ${told.total.toLocaleString('en-GB')}`;
    return told.total === 1 ? '1 order' : `${told.total} orders`;
  });
}
