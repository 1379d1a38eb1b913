import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import {
  type Answers,
  type CompiledMenu,
  type Line,
  type Order,
  quoteOrder,
  type ReadBack,
  textIn,
} from '@hearty-ladle/core';
import { clock } from '../../../clock.ts';
import { MessagePipe, refusalMessage } from '../../../messages/message.ts';
import { formatMoney } from '../../../text/money.ts';
import { problemMessage } from '../../../text/problems.ts';
import { answersBack } from '../../../text/read-back.ts';
import { AnswerList } from '../../../ui/answer-list.ts';
import { GuestQuestions } from '../../../ui/guest-questions.ts';
import type { ShopState } from '../store/shop-store.ts';
import { ButtonDirective } from 'primeng/button';

/** The chosen lines, the order's own questions, and placing the order. */
@Component({
  selector: 'hl-basket',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AnswerList, ButtonDirective, GuestQuestions, MessagePipe],
  templateUrl: './basket.html',
  styleUrl: './basket.css',
})
export class Basket {
  readonly menu = input.required<CompiledMenu>();
  readonly shop = input.required<ShopState>();
  readonly order = input.required<Order>();
  readonly locale = input.required<string>();
  readonly edited = output<number>();
  readonly removed = output<number>();
  readonly answered = output<Answers>();
  /** Places the order at the total shown. */
  readonly sent = output<number>();
  /** The guest wants only the order that was placed first. */
  readonly firstKept = output<string>();
  readonly agreed = output<{ index: number; seen: number }>();
  readonly named = output<{ name?: string; place?: string }>();

  protected readonly UNANSWERED = { offline: 'basket.offline', busy: 'basket.busy', failed: 'basket.failed' } as const;
  protected readonly quote = computed(() => quoteOrder(this.menu().menu, this.order(), clock));
  protected readonly orderProblems = computed(() => this.quote().problems.filter(({ line }) => line === null));
  readonly #chosen = computed(() => this.shop().lines);
  protected readonly lines = computed(() =>
    this.#chosen().map(({ line, seen }, index) => ({
      index,
      // The price when the line was chosen, if it has changed since.
      was: this.quote().lines[index]?.price.line === seen ? undefined : this.money(seen),
      now: this.quote().lines[index]?.price.line ?? 0,
      quantity: line.quantity ?? 1,
      name: textIn(this.menu().item(line.item)?.item.name ?? line.item, this.locale(), this.menu().firstLocale),
      back: this.#back(line),
      price: this.money(this.quote().lines[index]?.price.line ?? 0),
      problems: this.#messages(index),
    })),
  );
  protected readonly isAgreed = computed(() => this.lines().every(({ was }) => was === undefined));
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
    this.shop().problems.map((problem) => problemMessage(this.menu(), problem, this.locale())),
  );

  protected money(minor: number): string {
    return formatMoney(minor, this.menu().menu.currency, this.locale());
  }

  #back(line: Line): ReadBack | undefined {
    const compiled = this.menu().item(line.item);
    return compiled && answersBack(this.menu(), compiled, line, this.locale());
  }

  #messages(index: number): string[] {
    return this.quote()
      .problems.filter(({ line }) => line === index)
      .map((problem) => problemMessage(this.menu(), problem, this.locale()));
  }
}
