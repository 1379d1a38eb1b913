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
import type { Answers, CompiledMenu, Context, Line, StockStanding } from '@hearty-ladle/core';
import {
  broughtOf,
  declaredRange,
  isClosed,
  isInOneList,
  pictureFor,
  pictureText,
  pricesAhead,
  quoteLine,
  statedParts,
  tellsIn,
  textIn,
  withoutUnknown,
} from '@hearty-ladle/core/guest';
import { clock } from '../../../clock.ts';
import { message, MessagePipe } from '../../../messages/message.ts';
import { pictureUrl } from '../../../state/picture-url.ts';
import { allergenList } from '../../../text/allergen-list.ts';
import { linePrice } from '../../../text/line-price.ts';
import { problemMessage } from '../../../text/problems.ts';
import { GuestQuestions } from '../../../ui/guest-questions.ts';
import { PriceExplained } from '../../../ui/price-explained.ts';
import { PriceWithSale } from '../../../ui/price-with-sale.ts';
import { VariantList } from '../../../ui/variant-list.ts';
import { ButtonDirective } from 'primeng/button';

/** A dish with its questions, the quantity, and its current price. */
@Component({
  selector: 'hl-dish-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, GuestQuestions, MessagePipe, PriceExplained, PriceWithSale, VariantList],
  templateUrl: './dish-page.html',
  styleUrl: './dish-page.css',
})
export class DishPage {
  readonly menu = input.required<CompiledMenu>();
  readonly line = input.required<Line>();
  readonly locale = input.required<string>();
  readonly editing = input(false);
  /** What the guest can't have. */
  readonly avoid = input<readonly string[]>([]);
  /** Where and how it is ordered, and what is out there. */
  readonly here = input.required<Context>();
  readonly left = input<StockStanding['left']>();
  /** The choices that are offered for now, in place of what is off. */
  readonly standIns = input<readonly string[]>([]);
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
  readonly #quoted = computed<Line>(() => ({ ...this.answers(), ...this.here() }));
  /** Why it can't be had here and now, whatever is chosen. */
  protected readonly closedBecause = computed(() => {
    const problem = this.quote().problems.find(isClosed);
    return problem && problemMessage(this.menu(), problem, this.locale(), this.answers());
  });
  /** How many portions are left of the dish as answered, if that is told. */
  protected readonly portions = computed(() => {
    const { items = {}, choices = {}, variants = [] } = this.left() ?? {};
    const picks = this.answers().picks ?? [];
    const picked = (pick: Readonly<Record<string, string>>) =>
      Object.entries(pick).every(([group, id]) => picks.some((one) => one.group === group && one.choice === id));
    const bounds = [
      items[this.line().item],
      ...picks.map(({ group, choice }) => choices[`${group}/${choice}`]),
      ...variants.filter(({ item, pick }) => item === this.line().item && picked(pick)).map(({ left }) => left),
    ].filter((bound) => bound !== undefined);
    return bounds.length === 0 ? undefined : Math.min(...bounds);
  });
  protected readonly quote = computed(() => quoteLine(this.menu().menu, this.#quoted(), clock));
  protected readonly ahead = computed(() => pricesAhead(this.menu(), this.#quoted(), clock));
  protected readonly price = computed(() =>
    linePrice(this.menu(), this.#quoted(), this.quote().price, this.locale(), this.ahead()),
  );
  /** Whether its combinations are chosen from one list, in the place of their questions. */
  protected readonly oneList = computed(() => {
    const item = this.item();
    return item?.item.variants && isInOneList(this.menu(), item.item.id) ? item.item.variants.by : undefined;
  });
  protected readonly asked = computed(() => {
    const listed = this.oneList() ?? [];
    return this.quote().groups.filter(({ group, at }) => at !== undefined || !listed.includes(group));
  });
  protected readonly needsVariant = computed(
    () => this.tried() && this.quote().problems.some(({ group }) => this.oneList()?.includes(group ?? '')),
  );
  protected readonly priceWith = computed(() => {
    const [menu, quoted, locale] = [this.menu(), this.#quoted(), this.locale()];
    return (answers: Answers) => {
      const line: Line = { ...quoted, ...answers };
      return linePrice(menu, line, quoteLine(menu.menu, line, clock).price, locale).price;
    };
  });
  protected readonly calories = computed(() => {
    if (this.item()?.item.calories === undefined) return '';
    const { calories } = this.quote();
    return message(this.locale(), 'dish.calories', { calories: declaredRange({ min: calories, max: calories }, '1') });
  });
  readonly #parts = computed(() => {
    const item = this.item();
    return item ? statedParts(this.menu(), item, this.answers().picks ?? []) : [];
  });
  /** What of the dish as answered says nothing about allergens, by name. */
  protected readonly silent = computed(() =>
    this.#parts()
      .filter(({ isComplete }) => !isComplete)
      .map(({ choice }) => (choice ? this.#words(choice.choice.name) : this.name())),
  );
  protected readonly contains = computed(() => {
    const { allergens } = this.quote();
    if (allergens.length > 0)
      return message(this.locale(), 'dish.contains', { names: allergenList(allergens, this.locale(), 'conjunction') });
    return this.silent().length > 0 ? '' : message(this.locale(), 'dish.contains-none');
  });
  /** How the dish as answered stands to what the guest can't have. */
  protected readonly avoided = computed(() => {
    const avoid = this.avoid();
    if (avoid.length === 0) return undefined;
    const brought = broughtOf(this.quote().allergens, avoid);
    if (brought.length === 0) {
      const names = allergenList(avoid, this.locale(), 'disjunction');
      return this.silent().length > 0
        ? { isWell: false, text: '' }
        : { isWell: true, text: message(this.locale(), 'avoid.is-without', { names }) };
    }
    const parts = this.#parts()
      .filter(({ allergens }) => broughtOf(allergens, avoid).length > 0)
      .map(({ choice }) => (choice ? this.#words(choice.choice.name) : this.name()));
    const names = allergenList(brought, this.locale(), 'conjunction');
    return { isWell: false, text: message(this.locale(), 'avoid.now-contains', { names, parts: parts.join(', ') }) };
  });
  protected readonly tells = computed(() => tellsIn(this.menu(), this.quote(), this.locale()));
  protected readonly name = computed(() => this.#words(this.item()?.item.name));
  protected readonly picture = computed(() => {
    const item = this.item();
    const id = item && pictureFor(item, this.answers());
    return id === undefined
      ? undefined
      : { url: pictureUrl(id, 'large'), text: pictureText(this.menu().menu, id, this.locale()) || this.name() };
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

  #words(text: Parameters<typeof textIn>[0] | undefined): string {
    return textIn(text ?? '', this.locale(), this.menu().firstLocale);
  }
}
