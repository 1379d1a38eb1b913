import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import {
  minorDigits,
  parseMoney,
  priceIn,
  setPrices,
  type WhatIfRequest,
  withListAmount,
  type Workbook,
} from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { EditingLanguage } from '../../../state/editing-language.ts';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { Who } from '../../../state/session.ts';
import { formatMoney } from '../../../text/money.ts';
import { priceRows } from '../../../text/price-rows.ts';
import { namedOptions } from '../../../ui/fields/option.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { ReplayPanel, type ReplayRun } from '../../../ui/replay-panel.ts';

/** One price is tried on the orders of the last weeks, and set in the draft if it is liked. */
@Component({
  selector: 'hl-what-if',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, ReplayPanel, SelectField, TextField],
  templateUrl: './what-if.html',
  styleUrl: './what-if.css',
})
export class WhatIf {
  readonly menu = input.required<Workbook>();
  readonly run = input.required<ReplayRun | undefined>();
  /** Where the orders were placed; null: anywhere. */
  readonly location = input.required<string | null>();
  readonly asked = output<WhatIfRequest>();
  readonly dropped = output();
  readonly #language = inject(EditingLanguage);
  readonly #editor = inject(MenuEditor);
  readonly #who = inject(Who);
  protected readonly mayEdit = computed(() => this.#who.mayAnywhere('edit-menu'));
  readonly #rows = computed(() =>
    priceRows(this.menu(), (text) => this.#language.read(text), this.#language.writing()),
  );
  protected readonly prices = computed(() =>
    namedOptions(
      this.#rows().map(({ id, name, about }) => ({ id, name: `${name} (${about})` })),
      'Choose a price',
    ),
  );
  protected readonly lists = computed(() => namedOptions(this.menu().priceLists));
  protected readonly place = signal('');
  readonly #list = signal('');
  protected readonly list = computed(() => this.#list() || (this.menu().priceLists[0]?.id ?? ''));
  protected readonly typed = signal('');
  readonly #row = computed(() => this.#rows().find(({ id }) => id === this.place()));
  protected readonly now = computed(() => {
    const row = this.#row();
    const first = this.menu().priceLists[0]?.id ?? '';
    return row ? this.#money(priceIn(row.place.price, this.list(), first)) : '';
  });
  protected readonly amount = computed(() => {
    const amount = parseMoney(this.typed(), minorDigits(this.menu().currency));
    return amount === undefined || (amount < 0 && !this.#row()?.place.mayBeNegative) ? undefined : amount;
  });
  protected readonly isWrong = computed(() => this.typed().trim() !== '' && this.amount() === undefined);
  protected readonly isSet = signal(false);

  protected choose(place: string): void {
    this.place.set(place);
    this.#forget();
  }

  protected chooseList(list: string): void {
    this.#list.set(list);
    this.#forget();
  }

  protected type(text: string): void {
    this.typed.set(text);
    this.#forget();
  }

  protected ask(days: number): void {
    const amount = this.amount();
    if (amount === undefined || this.place() === '') return;
    const prices = [{ place: this.place(), list: this.list(), amount }];
    this.asked.emit({ location: this.location(), days, prices });
  }

  /** Sets the price that was tried in the draft. */
  protected set(): void {
    const [row, amount] = [this.#row(), this.amount()];
    if (!row || amount === undefined) return;
    const price = withListAmount(row.place.price, this.menu().priceLists, this.list(), amount, 0);
    if (price === undefined) return;
    const label = `Changed the price of ${row.name} to ${this.#money(amount)}`;
    this.#editor.change(label, setPrices(this.menu(), [{ place: row.place, price }]));
    this.isSet.set(true);
  }

  /** What was found is about what was asked then. */
  #forget(): void {
    this.isSet.set(false);
    this.dropped.emit();
  }

  #money(minor: number): string {
    return formatMoney(minor, this.menu().currency, this.menu().locales[0] ?? 'en');
  }
}
