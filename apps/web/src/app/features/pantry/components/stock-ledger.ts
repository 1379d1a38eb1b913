import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { daysLeft, type Movement, type MovementKind, type StockDay } from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { TableModule } from 'primeng/table';
import { now } from '../../../clock.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { StockChart } from './stock-chart.ts';
import type { StockRow } from '../pages/stock-rows.ts';

const KINDS: Readonly<Record<MovementKind, string>> = {
  sale: 'sold',
  void: 'given back',
  delivery: 'delivered',
  count: 'counted',
  waste: 'thrown away',
  correction: 'corrected',
};
const DAY_MS = 86_400_000;
const RUNS_OUT = new Intl.DateTimeFormat('en', { weekday: 'long', day: 'numeric', month: 'short', hour: 'numeric' });
const TIME = new Intl.DateTimeFormat('en', { dateStyle: 'medium', timeStyle: 'short' });

/** The movements of one thing, newest first; its low mark; and when it runs out at the pace of its sales. */
@Component({
  selector: 'hl-stock-ledger',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, StockChart, TableModule, TextField],
  template: `
    <div class="marks">
      <p>
        <strong>{{ row().count?.onHand }} {{ row().unit }}</strong> on hand. {{ pace() }}
      </p>
      <hl-text-field
        label="Low from (empty: no mark)"
        inputMode="decimal"
        [value]="low()"
        (entered)="lowChange.emit($event)"
      />
      <button pButton type="button" severity="secondary" (click)="stopped.emit()">Stop counting it</button>
    </div>
    @if (days().length > 1) {
      <hl-stock-chart [days]="days()" [unit]="row().unit" />
    }
    @if (list(); as lines) {
      <p-table [value]="lines">
        <ng-template #header>
          <tr>
            <th scope="col">When</th>
            <th scope="col">What</th>
            <th scope="col" class="number">By</th>
            <th scope="col" class="number">Then on hand</th>
          </tr>
        </ng-template>
        <ng-template #body let-one>
          <tr>
            <td>{{ timeOf(one) }}</td>
            <td>
              {{ whatOf(one) }}
              @if (one.reason) {
                <span class="quiet">{{ one.reason }}</span>
              }
            </td>
            <td class="number">{{ one.quantity > 0 ? '+' : '' }}{{ one.quantity }}</td>
            <td class="number">{{ one.onHand }}</td>
          </tr>
        </ng-template>
      </p-table>
    } @else {
      <p class="quiet">{{ isFailed() ? 'The ledger can’t be read just now.' : 'Reading the ledger …' }}</p>
    }
    <ng-content />
  `,
  styleUrl: './stock-ledger.css',
})
export class StockLedger {
  readonly row = input.required<StockRow>();
  readonly movements = input.required<readonly Movement[] | undefined>();
  readonly days = input<readonly StockDay[]>([]);
  readonly isFailed = input(false);
  readonly lowChange = output<string>();
  readonly stopped = output<void>();
  protected readonly list = computed(() => this.movements()?.slice());
  protected readonly low = computed(() => String(this.row().count?.low ?? ''));

  /** How long what is on hand lasts at the pace of the last week. */
  protected readonly pace = computed(() => {
    const left = daysLeft(this.days(), this.row().count?.onHand ?? 0);
    if (left === undefined || left === 0) return '';
    const end = new Date(now().getTime() + left * DAY_MS);
    return `At the pace of the last week it runs out on ${RUNS_OUT.format(end)}.`;
  });

  protected whatOf({ kind, order, by }: Movement): string {
    return `${KINDS[kind]} ${order === undefined ? `by ${by}` : `with number ${order}`}`;
  }

  protected timeOf({ at }: Movement): string {
    return TIME.format(new Date(at));
  }
}
