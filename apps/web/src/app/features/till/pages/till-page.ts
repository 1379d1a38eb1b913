import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  HostListener,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import {
  type Answers,
  type Item,
  type Line,
  OPEN_PRICE_TAG,
  preselectedLine,
  type Service,
  textIn,
} from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { MenuView } from '../../../state/menu-view.ts';
import { Who } from '../../../state/session.ts';
import { StockView } from '../../../state/stock-view.ts';
import { formatMoney } from '../../../text/money.ts';
import { NothingServed } from '../../../ui/nothing-served.ts';
import { AnswerList } from '../../../ui/answer-list.ts';
import { AvoidBox } from '../../../ui/avoid-box.ts';
import { GuestQuestions } from '../../../ui/guest-questions.ts';
import { PriceWithSale } from '../../../ui/price-with-sale.ts';
import { QuantityField } from '../../../ui/quantity-field.ts';
import { TillLine } from '../components/till-line.ts';
import { TillPin } from '../components/till-pin.ts';
import { type SentOrderAtHand, tillActions } from '../store/till-actions.ts';
import { dishesFor } from '../store/till-dishes.ts';
import { OrderAtHand } from '../store/order-at-hand.ts';
import { tillFeature } from '../store/till-store.ts';
import { ButtonDirective } from 'primeng/button';
import { HotkeyList } from '../../../ui/hotkeys/hotkey-list.ts';
import { isTextField } from '../../../ui/hotkeys/hotkeys.ts';
import { staffMessage, StaffPipe } from '../../../messages/staff-message.ts';
import { serviceOptions } from '../../../text/services.ts';
import { injectPageLocale } from '../../../state/page-language.ts';
import { bindOrderKeys } from './till-keys.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { SwitchField } from '../../../ui/fields/switch-field.ts';
import { LanguageSwitch } from '../../../ui/language-switch.ts';
import { LocationSwitch } from '../../../ui/location-switch.ts';
import { PersonMenu } from '../../../ui/person-menu.ts';

/** The till: dishes as large keys; only required groups are asked. Everything works from the keyboard. */
@Component({
  selector: 'hl-till-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ...[NothingServed, PersonMenu],
    AnswerList,
    AvoidBox,
    ButtonDirective,
    GuestQuestions,
    HotkeyList,
    LanguageSwitch,
    LocationSwitch,
    PriceWithSale,
    QuantityField,
    RouterLink,
    StaffPipe,
    SwitchField,
    TextField,
    TillLine,
    TillPin,
  ],
  templateUrl: './till-page.html',
  styleUrl: './till-page.css',
})
export class TillPage {
  readonly #store = inject(Store);
  readonly #view = inject(MenuView);
  readonly #router = inject(Router);
  protected readonly find = viewChild<TextField>('find');
  protected readonly till = this.#store.selectSignal(tillFeature.selectTillState);
  protected readonly stock = inject(StockView);
  protected readonly menu = this.stock.served;
  readonly #service = this.#store.selectSignal(tillFeature.selectService);
  protected readonly section = signal<string | undefined>(undefined);
  protected readonly typed = signal('');
  /** What was typed when Enter was pressed before the menu arrived: it is carried out then, whatever was typed since. */
  readonly #entered = signal<string | undefined>(undefined);
  protected readonly showsParked = signal(false);
  protected readonly locale = injectPageLocale((locale) => staffMessage(locale, 'page.till'));
  protected readonly services = computed(() => serviceOptions(this.locale()));

  protected readonly sections = computed(() =>
    (this.menu()?.menu.sections ?? []).map(({ id, name }) => ({ id, name: this.#words(name) })),
  );
  protected readonly dishes = computed(() => this.#dishesFor(this.typed()));
  protected readonly order = new OrderAtHand(this.locale);
  /** The order that this one is added to, in the address of whoever asked for it. */
  readonly addTo = input<string>();
  readonly number = input<string>();
  readonly service = input<string>();
  readonly location = input<string>();
  readonly #mayNamePrices = inject(Who).may('name-prices', this.stock.location);
  protected readonly quote = this.order.quote;
  protected readonly lines = this.order.lines;

  constructor() {
    this.#view.open();
    this.stock.open();
    this.#store.dispatch(tillActions.opened());
    this.#bindKeys();
    effect(() => {
      const [id, number, location] = [this.addTo(), Number(this.number()), this.location()];
      const service = this.services().find(({ value }) => value === this.service())?.value ?? 'dine-in';
      if (id !== undefined) untracked(() => this.#addTo({ id, number, service, location }));
    });
    afterNextRender(() => this.find()?.focus());
    effect(() => {
      const entered = this.#entered();
      if (this.menu() && entered !== undefined) untracked(() => this.#addFirst(entered));
    });
  }

  /** What is rung up now is added to an order; the address then says so no longer, so that a reload does not again. */
  #addTo(round: SentOrderAtHand): void {
    this.#store.dispatch(tillActions.roundChosen({ round }));
    void this.#router.navigate([], { queryParams: {}, replaceUrl: true });
  }

  protected leaveRound(): void {
    this.#store.dispatch(tillActions.roundChosen({ round: undefined }));
  }

  protected sellShort(isOn: boolean): void {
    if (isOn && !this.#mayNamePrices()) return this.#store.dispatch(tillActions.pinAsked({ reason: 'short-sale' }));
    this.#store.dispatch(tillActions.shortSaleAsked({ isOn }));
  }

  /** Typing a letter moves the focus to the search box, which receives the letter. */
  @HostListener('document:keydown', ['$event'])
  protected keydown(event: KeyboardEvent): void {
    const isLetter = /^\p{L}$/u.test(event.key) && !event.ctrlKey && !event.metaKey && !event.altKey;
    if (isLetter && !this.till().open && !this.till().asking && !isTextField(event.target)) this.find()?.focus();
  }

  #bindKeys(): void {
    bindOrderKeys(
      {
        isDishOpen: () => this.till().open !== undefined,
        isDialogOpen: () => this.till().asking !== undefined,
        send: () => this.send(),
        hold: () => this.park(),
        showHeld: () => this.showsParked.set(!this.showsParked()),
        open: (nth) => this.change(nth - 1),
        copyLast: () => this.copy(this.till().lines.length - 1),
        repeat: (by) => {
          const index = this.till().lines.length - 1;
          const line = this.till().lines[index];
          if (line) this.count(index, (line.quantity ?? 1) + by);
        },
        clear: () => {
          this.typed.set('');
          this.find()?.focus();
        },
      },
      (key) => staffMessage(this.locale(), key),
    );
  }

  protected money(minor: number): string {
    return formatMoney(minor, this.menu()?.menu.currency ?? 'EUR', this.locale());
  }

  protected first(event: Event): void {
    event.preventDefault();
    if (this.menu()) this.#addFirst(this.typed());
    else this.#entered.set(this.typed());
  }

  #addFirst(typed: string): void {
    this.#entered.set(undefined);
    const dish = this.#dishesFor(typed).find(({ closed }) => !closed);
    if (dish && typed.trim() !== '') this.tap(dish.id);
  }

  #dishesFor(typed: string) {
    const menu = this.menu();
    if (!menu) return [];
    const section = this.section() ?? this.sections()[0]?.id ?? '';
    const here = { ...this.order.here(), service: this.#service() };
    return dishesFor(menu, { section, typed, here, left: this.stock.left().items, locale: this.locale() });
  }

  /** Adds the dish if its preselected choices are enough; otherwise opens it. */
  protected tap(id: string): void {
    const menu = this.menu();
    const item = menu?.item(id);
    if (!menu || !item) return;
    this.typed.set('');
    const line: Line = { ...preselectedLine(menu, id), item: id };
    if (item.item.tags?.includes(OPEN_PRICE_TAG) && !this.#mayNamePrices())
      return this.#store.dispatch(tillActions.pinAsked({ reason: { line } }));
    const isEnough = this.order.isEnough(line);
    this.#store.dispatch(
      isEnough ? tillActions.lineAdded({ line }) : tillActions.lineOpened({ line, index: undefined }),
    );
    // While a dish is open, number keys are answers rather than search text.
    if (isEnough) this.find()?.focus();
    else this.find()?.blur();
  }

  protected avoid(avoid: readonly string[]): void {
    this.#store.dispatch(tillActions.avoided({ avoid }));
  }

  protected change(index: number): void {
    const line = this.till().lines[index];
    if (line) this.#store.dispatch(tillActions.lineOpened({ line, index }));
  }

  protected answer(line: Line): void {
    this.#store.dispatch(tillActions.lineAnswered({ line }));
  }

  protected close(isKept: boolean): void {
    this.#store.dispatch(isKept ? tillActions.lineConfirmed() : tillActions.lineCancelled());
    this.find()?.focus();
  }

  /** Opens another dish like one of the order's, to be changed and added. */
  protected copy(index: number): void {
    const line = this.till().lines[index];
    if (line) this.#store.dispatch(tillActions.lineOpened({ line: { ...line, quantity: 1 }, index: undefined }));
  }

  protected count(index: number, quantity: number): void {
    this.#store.dispatch(tillActions.lineCounted({ index, quantity }));
  }

  protected name(named: { service?: Service; name?: string; place?: string }): void {
    this.#store.dispatch(tillActions.named(named));
  }

  protected answerOrder(answers: Answers): void {
    this.#store.dispatch(tillActions.orderAnswered({ answers }));
  }

  protected send(): void {
    if (!this.#finishLine()) return;
    const quote = this.quote();
    if (
      quote &&
      this.order.isOk() &&
      this.order.elsewhere() === undefined &&
      !this.till().sending &&
      !this.till().confirming
    )
      this.#store.dispatch(tillActions.sent({ total: quote.total }));
  }

  protected park(): void {
    if (!this.till().round && this.#finishLine()) this.#store.dispatch(tillActions.parked());
  }

  /** Adds the dish being answered, so that it is not left behind; false, and said, if it lacks an answer. */
  #finishLine(): boolean {
    const open = this.till().open;
    if (!open) return true;
    const isEnough = this.order.isEnough(open.line);
    this.#store.dispatch(isEnough ? tillActions.lineConfirmed() : tillActions.lineNeeded());
    return isEnough;
  }

  protected take(id: string): void {
    this.showsParked.set(false);
    this.#store.dispatch(tillActions.parkedChosen({ id }));
  }

  #words(text: Item['name']): string {
    return textIn(text, this.locale(), this.menu()?.firstLocale ?? this.locale());
  }
}
