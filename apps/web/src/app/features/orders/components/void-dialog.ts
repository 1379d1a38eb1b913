import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { leftOfLine, type OrderRound, type PinTry, quoteRemains, textIn, type VoidedStock } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { clock } from '../../../clock.ts';
import { refusalText, staffMessage } from '../../../messages/staff-message.ts';
import { formatMoney } from '../../../text/money.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { SwitchField } from '../../../ui/fields/switch-field.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { PinDialog } from '../../../ui/pin-dialog.ts';
import { QuantityField } from '../../../ui/quantity-field.ts';
import { ReturnsFocus } from '../../../ui/returns-focus.ts';
import { voidActions, voidFeature } from '../store/void-store.ts';

const OTHER = 'Another reason';
const REASONS = ['Guest changed their mind', 'Entered by mistake', 'Made wrongly', 'Took too long', 'Sold out', OTHER];
const REFUSALS: Readonly<Record<string, string>> = {
  'not-left': 'That much is not left of it: somebody may have voided it already.',
  'key-taken': 'What was sent before went through after all. Look at what is left of the order now.',
  'no-order': 'There is no such order any more.',
  'no-answer': 'The server does not answer just now. Send it again: nothing is voided twice.',
};

/** Voids lines of a sent order, or a part of their quantities: why, where the food goes, and what is left to pay. */
@Component({
  selector: 'hl-void-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, Dialog, PinDialog, QuantityField, ReturnsFocus, SelectField, SwitchField, TextField],
  templateUrl: './void-dialog.html',
  styleUrl: './void-dialog.css',
})
export class VoidDialog {
  readonly round = input.required<OrderRound>();
  readonly number = input.required<number>();
  readonly #store = inject(Store);
  protected readonly state = this.#store.selectSignal(voidFeature.selectVoidsState);
  protected readonly locale = 'en';
  protected readonly reasons = REASONS.map((reason) => ({ value: reason, label: reason }));
  protected readonly places: readonly { readonly value: VoidedStock; readonly label: string }[] = [
    { value: 'back', label: 'Back into stock' },
    { value: 'waste', label: 'Wasted' },
  ];
  protected readonly reason = signal(REASONS[0] ?? '');
  protected readonly otherReason = signal('');
  protected readonly isOther = computed(() => this.reason() === OTHER);
  protected readonly stock = signal<VoidedStock>('back');
  readonly #left = computed(() => {
    const { id, request, voided } = this.round();
    return { id, left: request.lines.map((_, i) => leftOfLine(request, i, voided[i] ?? 0)) };
  });
  /** How many of each line are to be voided: kept when the order is read again, and never more than is left by then. */
  protected readonly chosen = linkedSignal<{ id: string; left: readonly number[] }, readonly number[]>({
    source: this.#left,
    computation: ({ id, left }, before) =>
      left.map((most, i) => (before?.source.id === id ? Math.min(before.value[i] ?? 0, most) : 0)),
  });
  protected readonly lines = computed(() => {
    const { request, menu } = this.round();
    const [first = ''] = menu.locales;
    return request.lines.map(({ item }, i) => {
      const dish = menu.items.find(({ id }) => id === item);
      return {
        name: dish ? textIn(dish.name, first, first) : item,
        left: this.#left().left[i] ?? 0,
        chosen: this.chosen()[i] ?? 0,
      };
    });
  });
  readonly #asked = computed(() =>
    this.chosen().flatMap((quantity, line) => (quantity > 0 ? [{ line, quantity }] : [])),
  );
  /** What is left to pay of the round, from the quote that the server makes. */
  protected readonly due = computed(() => {
    const { menu, request, voided } = this.round();
    const gone = voided.map((quantity, line) => ({ line, quantity }));
    return quoteRemains(menu, request, [...gone, ...this.#asked()], clock).total;
  });
  protected readonly refusal = computed(() => {
    const code = this.state().refusal;
    return code === undefined ? undefined : (REFUSALS[code] ?? 'The server refused this. Nothing was voided.');
  });
  protected readonly pinRefusal = computed(() => {
    const code = this.state().refusal;
    return code === undefined ? undefined : staffMessage(this.locale, refusalText(code).key);
  });
  readonly #why = computed(() => (this.isOther() ? this.otherReason().trim() : this.reason()));
  protected readonly isReady = computed(
    () => this.#asked().length > 0 && this.#why() !== '' && !this.state().isSending,
  );

  protected choose(line: number, quantity: number): void {
    this.chosen.update((chosen) => chosen.map((before, i) => (i === line ? quantity : before)));
  }

  protected chooseAll(): void {
    this.chosen.set(this.lines().map(({ left }) => left));
  }

  protected send(): void {
    if (this.isReady())
      this.#store.dispatch(
        voidActions.sent({ request: { lines: this.#asked(), reason: this.#why(), stock: this.stock() } }),
      );
  }

  protected close(): void {
    this.#store.dispatch(voidActions.closed());
  }

  protected enterPin(tried: PinTry): void {
    this.#store.dispatch(voidActions.pinEntered({ tried }));
  }

  protected dismissPin(): void {
    this.#store.dispatch(voidActions.pinDismissed());
  }

  protected money(minor: number): string {
    const { currency, locales } = this.round().menu;
    return formatMoney(minor, currency, locales[0] ?? this.locale);
  }
}
