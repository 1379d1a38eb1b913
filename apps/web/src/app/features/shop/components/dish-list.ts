import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { CompiledMenu, Context, Item, Line, MadeWithout, Menu, Problem, StockStanding } from '@hearty-ladle/core';
import {
  declaredRange,
  isClosed,
  isListed,
  pictureText,
  preselectedLine,
  quoteLine,
  textIn,
  withoutSalesOn,
} from '@hearty-ladle/core/guest';
import { type Observable, of, switchMap } from 'rxjs';
import { clock } from '../../../clock.ts';
import { message, MessagePipe } from '../../../messages/message.ts';
import { AnalysisFinder } from '../../../state/analysis-finder.ts';
import { pictureUrl } from '../../../state/picture-url.ts';
import { SpanFinder, type Spans } from '../../../state/span-finder.ts';
import { allergenList } from '../../../text/allergen-list.ts';
import { formatMoney, listPrice } from '../../../text/money.ts';
import { problemMessage } from '../../../text/problems.ts';
import { PriceWithSale } from '../../../ui/price-with-sale.ts';

/** What is less far down than this, in pixels, is behind the bar of sections. */
const READ_BELOW = 80;

/** The dishes of the menu by section: prices from–to, calories, and what a guest who can't have something is told. */
@Component({
  selector: 'hl-dish-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MessagePipe, PriceWithSale],
  templateUrl: './dish-list.html',
  host: { '(window:scroll)': 'look()' },
  styleUrl: './dish-list.css',
})
export class DishList {
  readonly menu = input.required<CompiledMenu>();
  readonly locale = input.required<string>();
  /** What the guest can't have. */
  readonly avoid = input<readonly string[]>([]);
  /** Where and how it is ordered, and what is out there. */
  readonly here = input.required<Context>();
  readonly left = input<StockStanding['left']>();
  /** A dish to be answered, from what is preselected or from a build without what the guest can't have. */
  readonly opened = output<Line>();

  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly #finder = inject(SpanFinder);
  readonly #analyses = inject(AnalysisFinder);
  readonly #document = computed(() => this.menu().menu);
  readonly #withoutSales = computed(() => ({
    ...withoutSalesOn(this.#document(), clock(undefined).slice(0, 10)),
    context: this.here(),
  }));
  readonly #here = computed(() => ({ menu: this.#document(), context: this.here() }));
  /** Price ranges of all dishes, computed in a worker whenever the menu or what is out changes; and those without sales. */
  readonly #spans = toSignal(
    toObservable(this.#here).pipe(switchMap(({ menu, context }) => this.#spansOf(menu, context))),
  );
  readonly #usualSpans = toSignal(
    toObservable(this.#withoutSales).pipe(switchMap(({ menu, ids, context }) => this.#spansOf(menu, context, ids))),
  );
  readonly #asked = computed(() => ({ ...this.#here(), avoid: this.avoid() }));
  readonly #without = toSignal(
    toObservable(this.#asked).pipe(
      switchMap(({ menu, context, avoid }) =>
        avoid.length === 0 ? of(undefined) : this.#analyses.find('made-without', menu, { avoid, context }),
      ),
    ),
  );

  protected readonly sections = computed(() => {
    const { menu, firstLocale } = this.menu();
    return menu.sections
      .map((section) => ({
        id: section.id,
        name: textIn(section.name, this.locale(), firstLocale),
        dishes: menu.items
          .filter((item) => item.sections?.[0] === section.id && isListed(item, 'online', this.here().location))
          .map((item) => this.#dish(item)),
      }))
      .filter(({ dishes }) => dishes.length > 0);
  });

  /** The section that is being read. */
  protected readonly seen = linkedSignal(() => this.sections()[0]?.id ?? '');

  protected look(): void {
    const sections = [...this.#host.nativeElement.querySelectorAll<HTMLElement>('section')];
    const read = sections.find((section) => section.getBoundingClientRect().bottom > READ_BELOW);
    if (read) this.seen.set(read.id);
  }

  protected jump(event: Event, id: string): void {
    event.preventDefault();
    const section = document.getElementById(id);
    section?.scrollIntoView();
    section?.focus({ preventScroll: true });
  }

  protected open(id: string): void {
    const made = this.#without()?.find(({ item }) => item === id);
    const line = preselectedLine(this.menu(), id);
    this.opened.emit(made?.is === 'made' ? { ...line, picks: [...made.picks] } : line);
  }

  #spansOf(menu: Menu, context: Context, ids: readonly string[] = menu.items.map(({ id }) => id)): Observable<Spans> {
    return ids.length === 0 ? of(new Map()) : this.#finder.find(menu, ids, context);
  }

  #dish(item: Item) {
    const { menu, firstLocale } = this.menu();
    const quote = quoteLine(menu, { item: item.id, ...this.here() }, clock);
    const closed = quote.problems.find(isClosed) ?? this.#cannotBeBuilt(item);
    const left = this.left()?.items[item.id];
    const isOnSale = this.#withoutSales().ids.includes(item.id);
    const [price, usual] = [this.#price(item, this.#spans()), isOnSale ? this.#price(item, this.#usualSpans()) : ''];
    return {
      id: item.id,
      name: textIn(item.name, this.locale(), firstLocale),
      description: textIn(item.description ?? '', this.locale(), firstLocale),
      price,
      usual: usual === price ? '' : usual,
      until: item.sale?.until ?? '',
      calories: this.#calories(item),
      picture: item.image === undefined ? undefined : pictureUrl(item.image),
      pictureText: item.image === undefined ? '' : pictureText(menu, item.image, this.locale()),
      left: left === undefined || closed ? '' : message(this.locale(), 'dish.left', { count: left }),
      closed: closed && problemMessage(this.menu(), closed, this.locale(), { item: item.id }),
      without: this.#told(this.#without()?.find((one) => one.item === item.id)),
    };
  }

  /** With what is out, a dish that is not out itself may have no valid build left. */
  #cannotBeBuilt({ id }: Item): Problem | undefined {
    const span = this.#spans()?.get(id);
    return span?.exact && span.builds === '0' ? { code: 'item-sold-out' } : undefined;
  }

  /** The price range of a dish; its list price until the range is known. */
  #price(item: Item, spans: Spans | undefined): string {
    const money = (minor: number) => formatMoney(minor, this.menu().menu.currency, this.locale());
    const span = spans?.get(item.id)?.price;
    const compiled = this.menu().item(item.id);
    if (!span) return compiled ? money(listPrice(this.menu(), compiled, this.menu().firstList)) : '';
    return span.min === span.max ? money(span.min) : `${money(span.min)} – ${money(span.max)}`;
  }

  #calories(item: Item): string {
    const found = this.#spans()?.get(item.id);
    if (item.calories === undefined || !found?.calories) return '';
    return message(this.locale(), 'dish.calories', { calories: declaredRange(found.calories, found.builds) });
  }

  #told(found: MadeWithout | undefined): { readonly isWell: boolean; readonly text: string } | undefined {
    if (!found) return undefined;
    const names = allergenList(this.avoid(), this.locale(), 'disjunction');
    const key = found.is === 'made' && found.isUsual ? 'usual' : found.is;
    return { isWell: found.is === 'made', text: message(this.locale(), `avoid.${key}`, { names }) };
  }
}
