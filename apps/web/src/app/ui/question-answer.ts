import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { CompiledMenu, OfferedGroup } from '@hearty-ladle/core';
import { dateWindow, minorDigits, moneyText, parseMoney, priceIn, textIn } from '@hearty-ladle/core/guest';
import { clock } from '../clock.ts';
import { MessagePipe } from '../messages/message.ts';
import { formatMoney } from '../text/money.ts';
import { ButtonDirective } from 'primeng/button';

/** The answer to a group without choices: a note, a date, an amount, a consent; or a notice to read. */
@Component({
  selector: 'hl-question-answer',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, MessagePipe, NgTemplateOutlet],
  templateUrl: './question-answer.html',
  styleUrl: './question-answer.css',
})
export class QuestionAnswer {
  readonly menu = input.required<CompiledMenu>();
  readonly group = input.required<OfferedGroup>();
  readonly title = input.required<string>();
  readonly help = input('');
  readonly locale = input.required<string>();
  readonly note = input('');
  readonly date = input('');
  readonly amount = input<number | undefined>(undefined);
  readonly agreed = input(false);
  readonly noteChange = output<string>();
  readonly dateChange = output<string>();
  readonly amountChange = output<number | undefined>();
  readonly agreedChange = output<boolean>();

  readonly #digits = computed(() => minorDigits(this.menu().menu.currency));

  protected readonly required = computed(() => {
    const { group } = this.group();
    if (group.kind === 'note') return group.note?.required ?? false;
    if (group.kind === 'date') return group.date?.required ?? false;
    return group.kind === 'amount' ? (group.amount?.required ?? false) : false;
  });

  /** The first and last day that can be chosen. */
  protected readonly days = computed(() => {
    const { group } = this.group();
    return group.kind === 'date' ? dateWindow(group, clock(undefined)) : undefined;
  });

  protected readonly placeholder = computed(() => {
    const { group } = this.group();
    const text = group.kind === 'note' ? group.note?.placeholder : undefined;
    return text === undefined ? '' : textIn(text, this.locale(), this.menu().firstLocale);
  });

  protected readonly suggested = computed(() => {
    const { group } = this.group();
    const { firstList } = this.menu();
    return group.kind === 'amount'
      ? (group.amount?.suggested ?? []).map((price) => priceIn(price, firstList, firstList))
      : [];
  });

  protected readonly amountText = computed(() => {
    const amount = this.amount();
    return amount === undefined ? '' : moneyText(amount, this.#digits());
  });

  protected money(minor: number): string {
    return formatMoney(minor, this.menu().menu.currency, this.locale());
  }

  protected typeAmount(text: string): void {
    this.amountChange.emit(text.trim() === '' ? undefined : parseMoney(text, this.#digits()));
  }
}
