import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import {
  compileMenu,
  type OpenedOrder,
  type Order,
  type OrderProblem,
  type OrderQuote,
  quoteOrder,
  textIn,
  type Workbook,
} from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { TableModule } from 'primeng/table';
import { formatMoney } from '../../../text/money.ts';
import { problemMessage } from '../../../text/problems.ts';

/** A past order as it would be quoted with what is served, and with what would be published. */
@Component({
  selector: 'hl-order-side-by-side',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, Dialog, TableModule],
  templateUrl: './order-side-by-side.html',
  styles: `
    @layer app {
      .number {
        font-family: var(--mono);
        text-align: end;
        white-space: nowrap;
      }
    }
  `,
})
export class OrderSideBySide {
  readonly order = input.required<OpenedOrder>();
  readonly before = input.required<Workbook>();
  readonly after = input.required<Workbook>();
  readonly closed = output();
  protected readonly rounds = computed(() =>
    this.order().rounds.map(({ round, request }) => {
      const [was, is] = [this.#quoted(this.before(), request), this.#quoted(this.after(), request)];
      return {
        round,
        lines: request.lines.map(({ item, quantity = 1 }, i) => ({
          name: `${quantity > 1 ? `${quantity} ` : ''}${this.#nameOf(item)}`,
          before: this.#money(was.lines[i]?.price.line),
          after: this.#money(is.lines[i]?.price.line),
        })),
        total: {
          before: was.ok ? this.#money(was.total) : 'can’t be ordered',
          after: is.ok ? this.#money(is.total) : 'can’t be ordered',
        },
        problems: this.#reasons(is.problems),
      };
    }),
  );

  /** Quoted at its own time, whatever the time is now. */
  #quoted(menu: Workbook, request: Order): OrderQuote {
    return quoteOrder(menu, request, () => request.at ?? '');
  }

  #reasons(problems: readonly OrderProblem[]): string[] {
    const menu = compileMenu(this.after());
    return problems.map((problem) => problemMessage(menu, problem, this.after().locales[0] ?? 'en'));
  }

  #nameOf(item: string): string {
    const dish = [this.after(), this.before()].flatMap(({ items }) => items).find(({ id }) => id === item);
    const [locale = ''] = this.after().locales;
    return dish ? textIn(dish.name, locale, locale) : item;
  }

  #money(minor: number | undefined): string {
    return minor === undefined ? '–' : formatMoney(minor, this.after().currency, this.after().locales[0] ?? 'en');
  }
}
