import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  Injector,
  input,
  output,
  signal,
} from '@angular/core';
import {
  type Answers,
  type CompiledMenu,
  type Line,
  pictureFor,
  quoteLine,
  tellsIn,
  textIn,
  withoutUnknown,
} from '@hearty-ladle/core';
import { clock } from '../../../clock.ts';
import { MessagePipe } from '../../../messages/message.ts';
import { pictureUrl } from '../../../state/picture-url.ts';
import { formatMoney } from '../../../text/money.ts';
import { problemMessage } from '../../../text/problems.ts';
import { GuestQuestions } from '../../../ui/guest-questions.ts';
import { PriceExplained } from '../../../ui/price-explained.ts';
import { ButtonDirective } from 'primeng/button';

/** A dish with its questions, the quantity, and its current price. */
@Component({
  selector: 'hl-dish-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, GuestQuestions, MessagePipe, PriceExplained],
  templateUrl: './dish-page.html',
  styleUrl: './dish-page.css',
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
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly #injector = inject(Injector);
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
  protected readonly tells = computed(() => tellsIn(this.menu(), this.quote(), this.locale()));
  protected readonly name = computed(() => this.#words(this.item()?.item.name));
  protected readonly picture = computed(() => {
    const item = this.item();
    const id = item && pictureFor(item, this.answers());
    return id === undefined ? undefined : pictureUrl(id, 'large');
  });
  protected readonly description = computed(() => this.#words(this.item()?.item.description));
  protected readonly missing = computed(() =>
    this.quote().problems.map((problem) => problemMessage(this.menu(), problem, this.locale(), this.answers())),
  );

  protected change(answers: Answers): void {
    this.lineChange.emit({ ...answers, item: this.line().item, quantity: this.quantity() });
  }

  protected setQuantity(quantity: number): void {
    this.lineChange.emit({ ...this.line(), quantity: Math.min(999, quantity) });
  }

  protected confirm(): void {
    if (this.quote().ok) this.confirmed.emit(this.quote().price.line);
    else {
      this.tried.set(true);
      afterNextRender(() => this.#showMissing(), { injector: this.#injector });
    }
  }

  /** Leads to the first question that lacks an answer. */
  #showMissing(): void {
    const question = this.#host.nativeElement.querySelector<HTMLElement>('[data-problem]');
    question?.scrollIntoView({ block: 'start' });
    question?.querySelector<HTMLElement>('input:not(:disabled), textarea')?.focus({ preventScroll: true });
  }

  protected money(minor: number): string {
    return formatMoney(minor, this.menu().menu.currency, this.locale());
  }

  #words(text: Parameters<typeof textIn>[0] | undefined): string {
    return textIn(text ?? '', this.locale(), this.menu().firstLocale);
  }
}
