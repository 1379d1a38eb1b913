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
import { DraftView } from '../../../state/draft-view.ts';
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
  /** What was found is no more about what is asked. */
  readonly dropped = output();
  readonly #language = inject(EditingLanguage);
  readonly #editor = inject(MenuEditor);
  readonly #draft = inject(DraftView);
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
  readonly #inDraft = computed(() => {
    const row = this.#row();
    const first = this.menu().priceLists[0]?.id ?? '';
    return row && priceIn(row.place.price, this.list(), first);
  });
  protected readonly now = computed(() => {
    const amount = this.#inDraft();
    return amount === undefined ? '' : this.#money(amount);
  });
  protected readonly amount = computed(() => {
    const amount = parseMoney(this.typed(), minorDigits(this.menu().currency));
    return amount === undefined || (amount < 0 && !this.#row()?.place.mayBeNegative) ? undefined : amount;
  });
  protected readonly isWrong = computed(() => this.typed().trim() !== '' && this.amount() === undefined);
  /** A change waits until its reach is decided on. */
  protected readonly isDecided = computed(() => this.#draft.pendingChange() === undefined);
  protected readonly isSet = computed(() => this.amount() !== undefined && this.amount() === this.#inDraft());

  protected choose(place: string): void {
    this.place.set(place);
    this.dropped.emit();
  }

  protected chooseList(list: string): void {
    this.#list.set(list);
    this.dropped.emit();
  }

  protected type(text: string): void {
    this.typed.set(text);
    this.dropped.emit();
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
  }

  #money(minor: number): string {
    return formatMoney(minor, this.menu().currency, this.menu().locales[0] ?? 'en');
  }
}
