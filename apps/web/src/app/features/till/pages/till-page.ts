import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  HostListener,
  inject,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  type Answers,
  type CompiledMenu,
  type Item,
  type Line,
  type Menu,
  OPEN_PRICE_TAG,
  preselectedLine,
  quoteLine,
  quoteOrder,
  type Service,
  summaryOf,
  templateFor,
  textIn,
} from '@hearty-ladle/core';
import { clock } from '../../../clock.ts';
import { Store } from '@ngrx/store';
import { MenuView } from '../../../state/menu-view.ts';
import { formatMoney } from '../../../text/money.ts';
import { problemMessage } from '../../../text/problems.ts';
import { GuestQuestions } from '../../../ui/guest-questions.ts';
import { TillLine } from '../components/till-line.ts';
import { pickNth } from '../store/pick-nth.ts';
import { tillActions } from '../store/till-actions.ts';
import { dishesFor } from '../store/till-dishes.ts';
import { tillFeature } from '../store/till-store.ts';

/** The till: dishes as large keys; only required groups are asked. Everything works from the keyboard. */
@Component({
  selector: 'hl-till-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [GuestQuestions, RouterLink, TillLine],
  templateUrl: './till-page.html',
  styleUrl: './till-page.css',
})
export class TillPage {
  readonly #store = inject(Store);
  readonly #view = inject(MenuView);
  readonly find = viewChild<ElementRef<HTMLInputElement>>('find');
  protected readonly till = this.#store.selectSignal(tillFeature.selectTillState);
  readonly #pricedOrder = this.#store.selectSignal(tillFeature.selectPricedOrder);
  readonly #service = this.#store.selectSignal(tillFeature.selectService);
  readonly #lines = this.#store.selectSignal(tillFeature.selectLines);
  protected readonly menu = this.#view.compiled;
  protected readonly section = signal<string | undefined>(undefined);
  protected readonly typed = signal('');
  protected readonly asking = signal<Line | undefined>(undefined);
  /** Enter was pressed before the menu arrived: it is carried out then. */
  readonly #entered = signal(false);
  protected readonly showsParked = signal(false);
  protected readonly SERVICES: readonly (readonly [Service, string])[] = [
    ['dine-in', 'Dine in'],
    ['takeaway', 'Takeaway'],
    ['delivery', 'Delivery'],
  ];

  protected readonly sections = computed(() =>
    (this.menu()?.menu.sections ?? []).map(({ id, name }) => ({ id, name: this.#words(name) })),
  );
  protected readonly dishes = computed(() => {
    const menu = this.menu();
    if (!menu) return [];
    const section = this.section() ?? this.sections()[0]?.id ?? '';
    return dishesFor(menu, { section, typed: this.typed(), service: this.#service() });
  });
  protected readonly quote = computed(() => {
    const menu = this.menu();
    return menu && quoteOrder(menu.menu, this.#pricedOrder(), clock);
  });
  protected readonly lines = computed(() => {
    const menu = this.menu();
    if (!menu) return [];
    return this.#lines().map((line, index) => {
      const item = menu.item(line.item);
      const quote = this.quote()?.lines[index];
      return {
        index,
        line,
        quantity: line.quantity ?? 1,
        name: item ? (item.item.tillName ?? this.#words(item.item.name)) : line.item,
        summary: item ? summaryOf(menu, item, line, menu.firstLocale, templateFor(menu.menu, item.item)) : '',
        price: this.money(quote?.price.line ?? 0),
        problems: (quote?.problems ?? []).map((problem) => problemMessage(menu, problem, menu.firstLocale)),
      };
    });
  });
  /** Problems with the answers to the order's own questions. */
  protected readonly ownProblems = computed(() =>
    (this.quote()?.problems ?? []).filter(({ line, code }) => line === null && code !== 'empty-order'),
  );
  protected readonly orderProblems = computed(() => {
    const menu = this.menu();
    return menu && this.#lines().length > 0
      ? this.ownProblems().map((problem) => problemMessage(menu, problem, menu.firstLocale))
      : [];
  });

  constructor() {
    this.#view.open();
    this.#store.dispatch(tillActions.opened());
    afterNextRender(() => this.find()?.nativeElement.focus());
    effect(() => {
      if (this.menu() && this.#entered()) untracked(() => this.#addFirst());
    });
  }

  /** Keys are handled on the document whatever is rendered, so that fast typing loses no keystrokes. */
  @HostListener('document:keydown', ['$event'])
  protected keydown(event: KeyboardEvent): void {
    if (this.asking()) return;
    if (this.till().open ? this.#keyAtLine(event) : this.#keyAtOrder(event)) event.preventDefault();
  }

  /** Number keys answer the current group, Enter confirms, Escape cancels. Returns whether the key was handled. */
  #keyAtLine(event: KeyboardEvent): boolean {
    const open = this.till().open;
    const menu = this.menu();
    const isWriting =
      event.target instanceof HTMLTextAreaElement ||
      (event.target instanceof HTMLInputElement && event.target !== this.find()?.nativeElement);
    if (!open || !menu) return false;
    if (event.key === 'Escape') this.cancel();
    else if (
      event.key === 'Enter' &&
      !(event.target instanceof HTMLTextAreaElement) &&
      !(event.target instanceof HTMLButtonElement)
    ) {
      if (this.#quoteOf(open.line).ok) this.confirm();
    } else if (!isWriting && /^[1-9]$/.test(event.key))
      this.answer(pickNth(menu, open.line, this.#quoteOf(open.line), Number(event.key)));
    else return false;
    return true;
  }

  #keyAtOrder(event: KeyboardEvent): boolean {
    const last = this.till().lines.length - 1;
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) this.send();
    else if (event.altKey && (event.key === '+' || event.key === '-' || event.key === '=') && last >= 0)
      this.repeat(last, event.key === '-' ? -1 : 1);
    else if (event.key === 'Escape') {
      this.typed.set('');
      this.find()?.nativeElement.focus();
    } else {
      // Typing a letter moves the focus to the search box, which receives the letter.
      const isTyping = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
      if (/^\p{L}$/u.test(event.key) && !event.ctrlKey && !event.altKey && !isTyping)
        this.find()?.nativeElement.focus();
      return false;
    }
    return true;
  }

  protected money(minor: number): string {
    return formatMoney(minor, this.menu()?.menu.currency ?? 'EUR', this.menu()?.firstLocale ?? 'en');
  }

  protected first(event: Event): void {
    event.preventDefault();
    if (this.menu()) this.#addFirst();
    else this.#entered.set(true);
  }

  #addFirst(): void {
    this.#entered.set(false);
    const dish = this.dishes().find(({ closed }) => !closed);
    if (dish && this.typed().trim() !== '') this.tap(dish.id);
  }

  /** Adds the dish if its preselected choices are enough; otherwise opens it. */
  protected tap(id: string): void {
    const menu = this.menu();
    const item = menu?.item(id);
    if (!menu || !item) return;
    this.typed.set('');
    const line: Line = { ...preselectedLine(menu, id), item: id };
    if (item.item.tags?.includes(OPEN_PRICE_TAG) && this.till().pin === undefined) return this.asking.set(line);
    const isEnough = this.#quoteOf(line).ok;
    this.#store.dispatch(
      isEnough ? tillActions.lineAdded({ line }) : tillActions.lineOpened({ line, index: undefined }),
    );
    // While a dish is open, number keys are answers rather than search text.
    if (isEnough) this.find()?.nativeElement.focus();
    else this.find()?.nativeElement.blur();
  }

  protected enterPin(event: Event, box: HTMLInputElement): void {
    event.preventDefault();
    const line = this.asking();
    this.asking.set(undefined);
    this.#store.dispatch(tillActions.pinEntered({ pin: box.value }));
    if (line) this.#store.dispatch(tillActions.lineOpened({ line, index: undefined }));
  }

  protected change(index: number): void {
    const line = this.till().lines[index];
    if (line) this.#store.dispatch(tillActions.lineOpened({ line, index }));
  }

  protected answer(line: Line): void {
    this.#store.dispatch(tillActions.lineAnswered({ line }));
  }

  protected confirm(): void {
    this.#store.dispatch(tillActions.lineConfirmed());
    this.find()?.nativeElement.focus();
  }

  protected cancel(): void {
    this.#store.dispatch(tillActions.lineCancelled());
    this.find()?.nativeElement.focus();
  }

  protected repeat(index: number, by: number): void {
    this.#store.dispatch(tillActions.lineRepeated({ index, by }));
  }

  protected drop(index: number): void {
    this.#store.dispatch(tillActions.lineDropped({ index }));
  }

  protected name(named: { service?: Service; name?: string; place?: string }): void {
    this.#store.dispatch(tillActions.named(named));
  }

  protected answerOrder(answers: Answers): void {
    this.#store.dispatch(tillActions.orderAnswered({ answers }));
  }

  protected send(): void {
    const quote = this.quote();
    if (quote?.ok && !this.till().sending && !this.till().confirming)
      this.#store.dispatch(tillActions.sent({ total: quote.total }));
  }

  protected park(): void {
    this.#store.dispatch(tillActions.parked());
  }

  protected take(id: string): void {
    this.showsParked.set(false);
    this.#store.dispatch(tillActions.parkedChosen({ id }));
  }

  #quoteOf(line: Line) {
    return quoteLine(this.menu()?.menu as Menu, { ...line, channel: 'pos', service: this.till().service }, clock);
  }

  #words(text: Item['name']): string {
    const menu: CompiledMenu | undefined = this.menu();
    return menu ? textIn(text, menu.firstLocale, menu.firstLocale) : '';
  }
}
