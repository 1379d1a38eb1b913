import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { type CompiledMenu, minorDigits, moneyText, type OfferedGroup, parseMoney, priceIn, textIn } from '@hearty-ladle/core';
import { formatMoney } from '../text/money.ts';

/** The answer to a group without choices: a note, a date, an amount, a consent; or a notice to read. */
@Component({
  selector: 'hl-question-answer',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @switch (group().group.kind) {
      @case ('note') {
        <label>
          <span class="title">{{ title() }} @if (required()) { <span class="needed">needed</span> }</span>
          @if (help()) { <span class="help">{{ help() }}</span> }
          <textarea class="input" rows="2" [value]="note()" [placeholder]="placeholder()" (input)="noteChange.emit($any($event.target).value)"></textarea>
        </label>
      }
      @case ('date') {
        <label>
          <span class="title">{{ title() }} @if (required()) { <span class="needed">needed</span> }</span>
          @if (help()) { <span class="help">{{ help() }}</span> }
          <input class="input" type="date" [value]="date()" (change)="dateChange.emit($any($event.target).value)" />
        </label>
      }
      @case ('amount') {
        <label>
          <span class="title">{{ title() }} @if (required()) { <span class="needed">needed</span> }</span>
          @if (help()) { <span class="help">{{ help() }}</span> }
          <input class="input" inputmode="decimal" [value]="amountText()" (change)="typeAmount($any($event.target).value)" />
        </label>
        <div class="suggested">
          @for (minor of suggested(); track minor) {
            <button type="button" class="button" (click)="amountChange.emit(minor)">{{ money(minor) }}</button>
          }
        </div>
      }
      @case ('consent') {
        <label class="agree">
          <input type="checkbox" [checked]="agreed()" (change)="agreedChange.emit($any($event.target).checked)" />
          <span>{{ title() }}</span>
        </label>
      }
      @default { <p class="notice">{{ title() }}</p> }
    }
  `,
  styles: `
    @layer app {
      label { display: grid; gap: 6px; }
      .title { font: 600 16.5px/1.25 var(--serif); }
      .needed { font: 600 13px/1 var(--sans); color: var(--amber); margin-left: 6px; }
      .help { font-size: 13.5px; color: var(--quiet); }
      .input { min-height: 44px; }
      .suggested { display: flex; gap: 8px; margin-top: 8px; }
      .agree { grid-template-columns: 24px 1fr; align-items: center; min-height: 44px; cursor: pointer; }
      .agree input { width: 20px; height: 20px; }
      .notice { padding: 10px 12px; background: var(--teal-soft); border-radius: var(--radius); }
    }
  `,
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

  protected readonly placeholder = computed(() => {
    const { group } = this.group();
    const text = group.kind === 'note' ? group.note?.placeholder : undefined;
    return text === undefined ? '' : textIn(text, this.locale(), this.menu().firstLocale);
  });

  protected readonly suggested = computed(() => {
    const { group } = this.group();
    const { firstList } = this.menu();
    return group.kind === 'amount' ? (group.amount?.suggested ?? []).map((price) => priceIn(price, firstList, firstList)) : [];
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
