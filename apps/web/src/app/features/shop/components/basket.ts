import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { type Answers, type CompiledMenu, type Line, localMinute, quoteOrder, summaryOf, templateFor, textIn } from '@hearty-ladle/core';
import { formatMoney } from '../../../text/money.ts';
import { problemMessage } from '../../../text/problems.ts';
import { GuestQuestions } from '../../../ui/guest-questions.ts';
import { orderOf } from '../store/shop-effects.ts';
import type { ShopState } from '../store/shop-store.ts';

/** What was chosen, the order's own questions, and the way to send it. */
@Component({
  selector: 'hl-basket',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [GuestQuestions],
  templateUrl: './basket.html',
  styleUrl: './basket.css',
})
export class Basket {
  readonly menu = input.required<CompiledMenu>();
  readonly shop = input.required<ShopState>();
  readonly locale = input.required<string>();
  readonly edited = output<number>();
  readonly takenOut = output<number>();
  readonly answered = output<Answers>();
  /** The order is sent at the total that was seen. */
  readonly sent = output<number>();
  /** The order that arrived first is the one that is wanted. */
  readonly firstKept = output<string>();
  readonly agreed = output<{ index: number; seen: number }>();
  readonly named = output<{ name?: string; place?: string }>();

  protected readonly UNANSWERED = {
    offline: 'We can’t be reached just now.', busy: 'We have too much to do just now; please try again in a moment.', failed: 'Something is wrong here; please tell us.',
  } as const;
  protected readonly quote = computed(() => quoteOrder(this.menu().menu, orderOf(this.shop()), (timeZone) => localMinute(new Date(), timeZone)));
  protected readonly orderProblems = computed(() => this.quote().problems.filter(({ line }) => line === null));
  protected readonly lines = computed(() =>
    this.shop().lines.map(({ line, seen }, index) => ({
      index,
      // What it cost when it was chosen, where that is no longer what it costs.
      was: this.quote().lines[index]?.price.line === seen ? undefined : this.money(seen),
      now: this.quote().lines[index]?.price.line ?? 0,
      quantity: line.quantity ?? 1,
      name: textIn(this.menu().item(line.item)?.item.name ?? line.item, this.locale(), this.menu().firstLocale),
      summary: this.#summary(line),
      price: this.money(this.quote().lines[index]?.price.line ?? 0),
      problems: this.#said(index),
    })),
  );
  protected readonly isAgreed = computed(() => this.lines().every(({ was }) => was === undefined));
  /** What the server refused, where it is not said beside a line already. */
  protected readonly refused = computed(() =>
    this.shop().problems.map((problem) => problemMessage(this.menu(), problem, this.locale())),
  );

  protected money(minor: number): string {
    return formatMoney(minor, this.menu().menu.currency, this.locale());
  }

  #summary(line: Line): string {
    const compiled = this.menu().item(line.item);
    return compiled ? summaryOf(this.menu(), compiled, line, this.locale(), templateFor(this.menu().menu, compiled.item)) : '';
  }

  #said(index: number): string[] {
    return this.quote().problems.filter(({ line }) => line === index).map((problem) => problemMessage(this.menu(), problem, this.locale()));
  }
}
