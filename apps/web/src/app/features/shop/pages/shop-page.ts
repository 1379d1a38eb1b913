import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import type { CompiledMenu, Line, Service } from '@hearty-ladle/core';
import { preselectedLine } from '@hearty-ladle/core/guest';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { MenuView } from '../../../state/menu-view.ts';
import { StockView } from '../../../state/stock-view.ts';
import { message, MessagePipe } from '../../../messages/message.ts';
import { formatTime } from '../../../text/days.ts';
import { Basket } from '../components/basket.ts';
import { DishList } from '../components/dish-list.ts';
import { DishPage } from '../components/dish-page.ts';
import { injectPageLocale } from '../../../state/page-language.ts';
import { type BasketLine, namesOf } from '../store/basket-line.ts';
import { shopActions, shopFeature, USUAL_SERVICE } from '../store/shop-store.ts';
import { AvoidBox } from '../../../ui/avoid-box.ts';
import { LanguageSwitch } from '../../../ui/language-switch.ts';
import { HowWanted } from '../components/how-wanted.ts';
import { OrderAgain } from '../components/order-again.ts';
import { linkedBuild } from '../store/linked-build.ts';

/** The shop: the menu, a dish with its questions, the basket, the order's number. */
@Component({
  selector: 'hl-shop-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AvoidBox, Basket, ButtonDirective, DishList, DishPage, HowWanted, LanguageSwitch, MessagePipe, OrderAgain],
  templateUrl: './shop-page.html',
  styleUrl: './shop-page.css',
})
export class ShopPage {
  protected readonly view = inject(MenuView);
  readonly #store = inject(Store);
  readonly #router = inject(Router);
  protected readonly shop = this.#store.selectSignal(shopFeature.selectShopState);
  readonly #order = this.#store.selectSignal(shopFeature.selectOrder);
  protected readonly stock = inject(StockView);
  protected readonly order = computed(() => ({ ...this.#order(), ...this.stock.circumstances() }));
  protected readonly locale = injectPageLocale((locale) => message(locale, 'shop.title'));

  /** Until when no orders are taken here, by the location's clock. */
  protected readonly pausedUntil = computed(() => {
    const until = this.stock.standing()?.pausedUntil;
    return until === undefined ? undefined : formatTime(until, this.locale(), this.stock.place()?.timeZone);
  });
  protected readonly basketBox = viewChild('basketBox', { read: ElementRef<HTMLElement> });
  /** While the basket is on screen, the bar that leads to it is hidden. */
  protected readonly basketIsSeen = signal(false);
  protected readonly circumstances = computed(() => ({
    ...this.stock.circumstances(),
    channel: 'online' as const,
    service: this.#order().service ?? USUAL_SERVICE,
  }));

  /** The dish in the address, so that a phone's Back closes the dish rather than the shop. */
  readonly dish = input<string>();
  /** The choices of a link, on a poster or a table card. */
  readonly with = input<string>();
  /** Says that the basket is open, which on a phone is a page of its own. */
  readonly basket = input<string>();
  /** What a link chose and the menu no longer offers. */
  protected readonly stale = signal<readonly string[]>([]);
  /** A link named a dish that the menu doesn't have any more. */
  protected readonly linkIsGone = signal(false);

  /** What is said while there is no menu. */
  protected readonly waiting = computed(() => {
    if (this.view.isNotServed()) return 'shop.not-open';
    return this.view.load().status === 'failed' ? 'shop.unreachable' : 'shop.loading';
  });

  constructor() {
    const opened = computed(() => this.shop().open?.line.item);
    effect(() => {
      const item = opened();
      if (!this.#isArriving()) untracked(() => this.#followInAddress(item));
    });
    effect(() => {
      if (this.dish() === undefined && untracked(opened) !== undefined && this.#wasInAddress) this.close();
      this.#wasInAddress = this.dish() !== undefined;
    });
    effect((onCleanup) => {
      const basket = this.basketBox()?.nativeElement;
      if (!basket) return;
      const observer = new IntersectionObserver(([entry]) => this.basketIsSeen.set(entry?.isIntersecting ?? false));
      observer.observe(basket);
      onCleanup(() => observer.disconnect());
    });
    effect(() => {
      const [menu, dish, choices] = [this.stock.served(), this.dish(), this.with()];
      if (menu) untracked(() => this.#arrive(menu, dish, choices));
    });
    this.view.open();
    this.stock.open();
  }

  #wasInAddress = false;

  /** Until the menu is there, the address may name a dish that is not open yet. */
  readonly #isArriving = signal(true);

  /** Opens what a link says; the address then names the dish alone, as what is chosen goes on from there. */
  #arrive(menu: CompiledMenu, dish: string | undefined, choices: string | undefined): void {
    const isFirst = this.#isArriving();
    this.#isArriving.set(false);
    if (dish === undefined || (choices === undefined && (!isFirst || this.shop().open?.line.item === dish))) return;
    const usual = menu.item(dish) && preselectedLine(menu, dish);
    const { line, stale } = choices === undefined ? { line: usual, stale: [] } : linkedBuild(menu, dish, choices);
    this.stale.set(stale);
    if (line) this.open(line);
    else this.linkIsGone.set(true);
    void this.#router.navigate([], {
      queryParams: { dish: line ? dish : null, with: null },
      queryParamsHandling: 'merge',
      replaceUrl: true,
    });
  }

  /** A dish that opens is a step that Back undoes, shown from its top; one that closes leaves no such step behind. */
  #followInAddress(item: string | undefined): void {
    if (item === this.dish()) return;
    if (item === undefined) this.stale.set([]);
    void this.#router.navigate([], {
      queryParams: { dish: item ?? null },
      queryParamsHandling: 'merge',
      replaceUrl: item === undefined,
    });
    if (item !== undefined) scrollTo({ top: 0 });
  }

  protected open(line: Line): void {
    this.linkIsGone.set(false);
    this.#store.dispatch(shopActions.dishOpened({ line }));
  }

  protected avoid(avoid: readonly string[]): void {
    this.#store.dispatch(shopActions.avoided({ avoid }));
  }

  protected edit(index: number): void {
    const line = this.shop().lines[index]?.line;
    if (line) this.#store.dispatch(shopActions.dishOpened({ line, editing: index }));
  }

  protected answer(line: Line): void {
    this.#store.dispatch(shopActions.dishAnswered({ line }));
  }

  protected close(): void {
    this.#store.dispatch(shopActions.dishClosed());
  }

  protected confirm(seen: number): void {
    const menu = this.stock.served();
    const line = this.shop().open?.line;
    if (menu && line) this.#store.dispatch(shopActions.dishPutInBasket({ seen, names: namesOf(menu, line) }));
  }

  protected remove(index: number): void {
    this.#store.dispatch(shopActions.lineTakenOut({ index }));
  }

  protected answerOrder(answers: Parameters<typeof shopActions.orderAnswered>[0]['answers']): void {
    this.#store.dispatch(shopActions.orderAnswered({ answers }));
  }

  protected send(total: number): void {
    this.#store.dispatch(shopActions.orderSent({ total }));
  }

  /** Keeps the order that was placed first and follows it on its own page. */
  protected keepFirst(id: string): void {
    this.#store.dispatch(shopActions.basketEmptied());
    void this.#router.navigate(['/shop/order', id]);
  }

  protected agree(agreed: { index: number; agreed: BasketLine }): void {
    this.#store.dispatch(shopActions.changeAgreed(agreed));
  }

  protected call(named: { name?: string; place?: string }): void {
    this.#store.dispatch(shopActions.guestNamed(named));
  }

  protected choose(service: Service): void {
    this.#store.dispatch(shopActions.serviceChosen({ service }));
  }

  protected orderAgain(): void {
    this.#store.dispatch(shopActions.orderedAgain());
  }

  protected toMenu(event: Event): void {
    event.preventDefault();
    void this.#router.navigate([], { queryParams: { basket: null } });
  }

  protected showBasket(event: Event): void {
    event.preventDefault();
    void this.#router.navigate([], { queryParams: { basket: 'open' } });
    scrollTo({ top: 0 });
  }
}
