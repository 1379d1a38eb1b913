import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { compileMenu, leftOfLine, type OrderRound as Round, textIn } from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { formatMoney } from '../../../text/money.ts';
import { answersBack } from '../../../text/read-back.ts';
import { AnswerList } from '../../../ui/answer-list.ts';
import { PriceExplained } from '../../../ui/price-explained.ts';
import { SoldMenuDialog } from './sold-menu-dialog.ts';

/** What was ordered in one round, read from the menu that it was sold from, with what was voided of it since. */
@Component({
  selector: 'hl-order-round',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AnswerList, ButtonDirective, PriceExplained, SoldMenuDialog],
  templateUrl: './order-round.html',
  styleUrl: './order-round.css',
})
export class OrderRound {
  readonly round = input.required<Round>();
  /** The line whose dish is shown on the menu that it was sold from. */
  protected readonly shown = signal<number | undefined>(undefined);
  protected readonly menu = computed(() => compileMenu(this.round().menu));
  protected readonly lines = computed(() => linesOf(this.round()));
  /** The answers to the order's own questions. */
  protected readonly own = computed(() => {
    const menu = this.menu();
    return answersBack(menu, menu.order, this.round().request, menu.firstLocale);
  });

  protected money(minor: number): string {
    const { menu, firstLocale } = this.menu();
    return formatMoney(minor, menu.currency, firstLocale);
  }
}

/** The lines of a round by name, with prices and answers as they were sold, and what is left of each. */
export function linesOf({ menu: sold, request, quote, voided }: Round) {
  const menu = compileMenu(sold);
  return request.lines.map((line, i) => {
    const item = menu.item(line.item);
    return {
      name: item ? textIn(item.item.name, menu.firstLocale, menu.firstLocale) : line.item,
      quantity: line.quantity ?? 1,
      left: leftOfLine(request, i, voided[i] ?? 0),
      voided: voided[i] ?? 0,
      price: quote.lines[i]?.price,
      back: item && answersBack(menu, item, line, menu.firstLocale),
    };
  });
}
