import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { type Answers, type CompiledMenu, type Line, pictureFor, quoteLine, textIn, withoutUnknown } from '@hearty-ladle/core';
import { clock } from '../../../clock.ts';
import { pictureUrl } from '../../../state/picture-url.ts';
import { formatMoney } from '../../../text/money.ts';
import { problemMessage } from '../../../text/problems.ts';
import { GuestQuestions } from '../../../ui/guest-questions.ts';
import { PriceExplained } from '../../../ui/price-explained.ts';

/** A dish with its questions, the quantity, and its current price. */
@Component({
  selector: 'hl-dish-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [GuestQuestions, PriceExplained],
  template: `
    <button type="button" class="button bare back" (click)="closed.emit()">← Back to the menu</button>
    @if (item(); as it) {
      @if (picture(); as address) { <img class="picture" [src]="address" [alt]="name()" /> }
      <h2>{{ name() }}</h2>
      @if (description()) { <p class="quiet">{{ description() }}</p> }
      <hl-guest-questions
        [menu]="menu()" [item]="it" [answers]="answers()" [groups]="quote().groups" [problems]="quote().problems" [locale]="locale()"
        [strict]="tried()" (answersChange)="change($event)"
      />
      @for (tell of quote().tells; track tell) { <p class="tell">{{ tell }}</p> }
      <div class="count">
        <span id="how-many">How many?</span>
        <button type="button" class="button icon" aria-label="One less" [disabled]="quantity() <= 1" (click)="setQuantity(quantity() - 1)">−</button>
        <output aria-labelledby="how-many">{{ quantity() }}</output>
        <button type="button" class="button icon" aria-label="One more" (click)="setQuantity(quantity() + 1)">+</button>
      </div>
      <hl-price-explained [menu]="menu()" [price]="quote().price" [quantity]="quantity()" [locale]="locale()" />
      @if (tried() && !quote().ok) {
        <ul class="wrong-text missing" role="alert">@for (message of missing(); track message) { <li>{{ message }}</li> }</ul>
      }
      <footer>
        <button type="button" class="button main" (click)="confirm()"><span>{{ editing() ? 'Keep the change' : 'Put in the basket' }}</span><span class="price">{{ money(quote().price.line) }}</span></button>
      </footer>
    } @else {
      <p>This dish is no longer on the menu.</p>
    }
  `,
  styles: `
    @layer app {
      :host { display: grid; gap: 16px; max-width: 560px; margin: 0 auto; padding-top: 12px; }
      .back { justify-self: start; min-height: 44px; margin-left: -8px; color: var(--teal); }
      h2 { font-size: 28px; }
      .picture { width: 100%; max-height: 240px; object-fit: cover; border-radius: var(--radius); }
      .count { display: flex; align-items: center; gap: 12px; }
      .count span { flex: 1; font: 600 16.5px/1.25 var(--serif); }
      .count .button { width: 44px; min-height: 44px; font-size: 18px; }
      .count output { min-width: 24px; text-align: center; font-weight: 600; }
      .tell { padding: 8px 12px; border-left: 3px solid var(--teal); background: var(--teal-soft); }
      .missing { display: grid; gap: 4px; }
      footer { position: sticky; bottom: 0; padding: 10px 0 14px; background: linear-gradient(transparent, var(--paper) 12px); }
      footer .button { width: 100%; min-height: 52px; justify-content: space-between; padding: 0 18px; font-size: 16.5px; }
    }
  `,
})
export class DishPage {
  readonly menu = input.required<CompiledMenu>();
  readonly line = input.required<Line>();
  readonly locale = input.required<string>();
  readonly editing = input(false);
  readonly lineChange = output<Line>();
  /** Adds the dish to the basket at the price shown. */
  readonly confirmed = output<number>();
  readonly closed = output<void>();
  /** Whether the guest has tried to continue; from then on everything missing is shown. */
  protected readonly tried = signal(false);

  protected readonly item = computed(() => this.menu().item(this.line().item));
  protected readonly answers = computed<Line>(() => {
    const item = this.item();
    return item ? withoutUnknown(item, this.line()) : this.line();
  });
  protected readonly quantity = computed(() => this.line().quantity ?? 1);
  protected readonly quote = computed(() =>
    quoteLine(this.menu().menu, { ...this.answers(), channel: 'online', service: 'takeaway' }, clock),
  );
  protected readonly name = computed(() => this.#words(this.item()?.item.name));
  protected readonly picture = computed(() => {
    const item = this.item();
    const id = item && pictureFor(item, this.answers());
    return id === undefined ? undefined : pictureUrl(id, 'large');
  });
  protected readonly description = computed(() => this.#words(this.item()?.item.description));
  protected readonly missing = computed(() => this.quote().problems.map((problem) => problemMessage(this.menu(), problem, this.locale())));

  protected change(answers: Answers): void {
    this.lineChange.emit({ ...answers, item: this.line().item, quantity: this.quantity() });
  }

  protected setQuantity(quantity: number): void {
    this.lineChange.emit({ ...this.line(), quantity: Math.min(999, quantity) });
  }

  protected confirm(): void {
    if (this.quote().ok) this.confirmed.emit(this.quote().price.line);
    else this.tried.set(true);
  }

  protected money(minor: number): string {
    return formatMoney(minor, this.menu().menu.currency, this.locale());
  }

  #words(text: Parameters<typeof textIn>[0] | undefined): string {
    return textIn(text ?? '', this.locale(), this.menu().firstLocale);
  }
}
