import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Answers, CompiledMenu, Line, Order, ReadBack } from '@hearty-ladle/core';
import { contextOf, quoteLine, quoteOrder, textIn } from '@hearty-ladle/core/guest';
import { clock } from '../../../clock.ts';
import { MessagePipe, refusalMessage } from '../../../messages/message.ts';
import { lineWarning } from '../../../text/allergen-list.ts';
import { salePrice } from '../../../text/line-price.ts';
import { formatMoney } from '../../../text/money.ts';
import { problemMessage } from '../../../text/problems.ts';
import { answersBack } from '../../../text/read-back.ts';
import { AnswerList } from '../../../ui/answer-list.ts';
import { GuestQuestions } from '../../../ui/guest-questions.ts';
import { PriceWithSale } from '../../../ui/price-with-sale.ts';
import { type BasketLine, changesOf, namesOf } from '../store/basket-line.ts';
import { placeOf, type ShopState } from '../store/shop-store.ts';
import { ButtonDirective } from 'primeng/button';

/** The chosen lines, the order's own questions, and placing the order. */
@Component({
  selector: 'hl-basket',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AnswerList, ButtonDirective, GuestQuestions, MessagePipe, PriceWithSale],
  templateUrl: './basket.html',
  styleUrl: './basket.css',
})
export class Basket {
  readonly menu = input.required<CompiledMenu>();
  readonly shop = input.required<ShopState>();
  readonly order = input.required<Order>();
  readonly locale = input.required<string>();
  /** No orders are taken just now. */
  readonly isPaused = input(false);
  /** Minutes until it is ready, if the house says; else 0. */
  readonly readyIn = input(0);
  readonly edited = output<number>();
  readonly removed = output<number>();
  readonly answered = output<Answers>();
  /** Places the order at the total shown. */
  readonly sent = output<number>();
  /** The guest wants only the order that was placed first. */
  readonly firstKept = output<string>();
  readonly agreed = output<{ index: number; agreed: BasketLine }>();
  readonly named = output<{ name?: string; place?: string }>();

  protected readonly UNANSWERED = { offline: 'basket.offline', busy: 'basket.busy', failed: 'basket.failed' } as const;
  protected readonly quote = computed(() => quoteOrder(this.menu().menu, this.order(), clock));
  protected readonly orderProblems = computed(() => this.quote().problems.filter(({ line }) => line === null));
  protected readonly lines = computed(() => {
    const menu = this.menu();
    const context = contextOf(this.order());
    return this.shop().lines.map((inBasket, index) => {
      const { line, seen, names } = inBasket;
      const changes = changesOf(menu, inBasket, this.locale());
      const quote = this.quote().lines[index];
      const now = quote?.price.line ?? 0;
      const isChanged = changes.gone.length + changes.renamed.length > 0 || now !== seen;
      return {
        index,
        ...changes,
        isChanged: isChanged && !changes.isDishGone,
        // The price when the line was chosen, if it has changed since.
        was: now === seen ? undefined : this.money(seen),
        quantity: line.quantity ?? 1,
        name: textIn(menu.item(line.item)?.item.name ?? names?.dish ?? line.item, this.locale(), menu.firstLocale),
        back: this.#back(changes.repaired),
        price: this.money(now),
        ...salePrice(menu, { ...context, ...line }, quote?.price, this.locale()),
        warning: lineWarning(menu, line, quote?.allergens ?? [], this.shop().avoid, this.locale()),
        problems: changes.gone.length > 0 || changes.isDishGone ? [] : this.#messages(index, line),
      };
    });
  });
  /** What the menu changed since is accepted or taken out, so that nothing is ordered unseen. */
  protected readonly isAgreed = computed(() =>
    this.lines().every(({ isChanged, isDishGone }) => !isChanged && !isDishGone),
  );
  protected readonly refusal = computed(() => {
    const why = this.shop().refusal;
    return why && refusalMessage(this.locale(), why.code, why.limit);
  });
  protected readonly sendLabel = computed(() => {
    if (this.shop().sending) return 'basket.sending';
    return this.shop().firstPlaced ? 'basket.place-second' : 'basket.place';
  });
  /** Server problems that no line shows already. */
  protected readonly refused = computed(() =>
    this.shop().problems.map((problem) =>
      problemMessage(this.menu(), problem, this.locale(), this.shop().lines[problem.line ?? -1]?.line),
    ),
  );

  /** What is asked about where it goes: a table, an address, nothing for what is fetched. */
  protected readonly placeLabel = computed(
    () =>
      (({ 'dine-in': 'basket.table', takeaway: undefined, delivery: 'basket.address' }) as const)[
        this.order().service ?? 'takeaway'
      ],
  );
  protected readonly place = computed(() => placeOf(this.shop()));
  /** Nobody can deliver to nowhere. */
  protected readonly lacksAddress = computed(() => this.order().service === 'delivery' && this.place().trim() === '');

  protected money(minor: number): string {
    return formatMoney(minor, this.menu().menu.currency, this.locale());
  }

  #back(line: Line): ReadBack | undefined {
    const compiled = this.menu().item(line.item);
    return compiled && answersBack(this.menu(), compiled, line, this.locale());
  }

  /** Keeps a line as the menu now has it: without what is gone, at its present price and names. */
  protected accept(index: number, repaired: Line): void {
    const line = { ...contextOf(this.order()), ...repaired };
    const seen = quoteLine(this.menu().menu, line, clock).price.line;
    this.agreed.emit({ index, agreed: { line: repaired, seen, names: namesOf(this.menu(), repaired) } });
  }

  /** One more of a line, at the price that it is shown at then. */
  protected repeat(index: number, line: Line): void {
    this.accept(index, { ...line, quantity: (line.quantity ?? 1) + 1 });
  }

  #messages(index: number, chosen: Line): string[] {
    return this.quote()
      .problems.filter(({ line }) => line === index)
      .map((problem) => problemMessage(this.menu(), problem, this.locale(), chosen));
  }
}
