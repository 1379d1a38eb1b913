import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { compileMenu, type OrderProblem, type ReplayLine, textIn, type Workbook } from '@hearty-ladle/core';
import { RouterLink } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { ProgressBar } from 'primeng/progressbar';
import { TableModule } from 'primeng/table';
import { formatMoney } from '../text/money.ts';
import { formatMoment } from '../text/days.ts';
import { problemMessage } from '../text/problems.ts';
import { SelectField } from './fields/select-field.ts';

export type ReplayEnd = Extract<ReplayLine, { sums: unknown }>;
/** A replay that is running, or what came of it. */
export interface ReplayRun {
  readonly done: number;
  readonly total: number;
  readonly end?: ReplayEnd;
  readonly hasFailed?: boolean;
}

const DAYS = ['7', '14', '28', '42'];

/** What the orders of the last weeks would have come to, before anything is changed for guests. */
@Component({
  selector: 'hl-replay-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, ProgressBar, RouterLink, SelectField, TableModule],
  templateUrl: './replay-panel.html',
  styleUrl: './replay-panel.css',
})
export class ReplayPanel {
  readonly menu = input.required<Workbook>();
  readonly replay = input.required<ReplayRun | undefined>();
  readonly heading = input.required<string>();
  /** What is compared, in a sentence. */
  readonly about = input.required<string>();
  readonly verb = input('Replay them');
  readonly isDisabled = input(false);
  /** Whether an order can be looked at, before and after. */
  readonly canOpen = input(false);
  /** Days back. */
  readonly asked = output<number>();
  readonly dropped = output();
  /** An order that is looked at, before and after. */
  readonly orderOpened = output<string>();
  protected readonly days = signal('28');
  protected readonly OPTIONS = DAYS.map((days) => ({ value: days, label: `${days} days` }));
  readonly #compiled = computed(() => compileMenu(this.menu()));
  protected readonly done = computed(() => {
    const { done = 0, total = 0 } = this.replay() ?? {};
    return total === 0 ? 0 : Math.round((done / total) * 100);
  });
  protected readonly sums = computed(() => {
    const end = this.replay()?.end;
    if (!end) return undefined;
    const { sums, dishes, differing } = end;
    return {
      ...sums,
      money: `${this.#money(sums.before)} → ${this.#money(sums.after)}`,
      difference: this.#signed(sums.after - sums.before),
      dishes: dishes.map(({ item, orders, difference }) => ({
        ...{ item, orders, difference: this.#signed(difference) },
        name: this.#nameOf(item),
      })),
      orders: differing.map(({ id, number, placedAt, dishes: names, before, after, problems }) => ({
        ...{ id, number, when: formatMoment(placedAt), dishes: names.join(', ') },
        before: before === null ? 'could not be ordered' : this.#money(before),
        after: after === null ? 'can’t be ordered' : this.#money(after),
        why: this.#reasons(problems),
      })),
      count: sums.orders,
    };
  });

  #reasons(problems: readonly OrderProblem[]): string {
    const locale = this.menu().locales[0] ?? 'en';
    return problems.map((problem) => problemMessage(this.#compiled(), problem, locale)).join(' ');
  }

  #nameOf(item: string): string {
    const dish = this.menu().items.find(({ id }) => id === item);
    const [locale = ''] = this.menu().locales;
    return dish ? textIn(dish.name, locale, locale) : item;
  }

  #money(minor: number): string {
    return formatMoney(minor, this.menu().currency, this.menu().locales[0] ?? 'en');
  }

  #signed(minor: number): string {
    return minor > 0 ? `+${this.#money(minor)}` : this.#money(minor);
  }
}
