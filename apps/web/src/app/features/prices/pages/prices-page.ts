import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, linkedSignal, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  endOfferEdits,
  hasOwnAmount,
  moneyText,
  offerEdits,
  parseMoney,
  type Price,
  priceIn,
  raised,
  setPrices,
  withAmounts,
  withListAmount,
} from '@hearty-ladle/core';
import { TableModule } from 'primeng/table';
import { clock } from '../../../clock.ts';
import { EditingLanguage } from '../../../state/editing-language.ts';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { commandLetter, focusCell, rowsDown } from '../../../ui/cell-keys.ts';
import { CellTexts } from '../../../ui/cell-texts.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { TickBox } from '../../../ui/fields/tick-box.ts';
import { TableOut } from '../../../ui/table-out.ts';
import { Fold } from '../../../ui/fold.ts';
import { type Offering, OfferTools } from '../components/offer-tools.ts';
import { PriceTools, type Repricing } from '../components/price-tools.ts';
import { DishMargins } from './dish-margins.ts';
import { type PriceRow, priceRows } from '../../../text/price-rows.ts';
import { priceTables } from './price-tables.ts';

/** Every sum of the menu by price list in one grid: found, typed, filled, raised, set from another list. */
@Component({
  selector: 'hl-prices-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Fold, OfferTools, PriceTools, RouterLink, SelectField, TableModule, TableOut, TextField, TickBox],
  templateUrl: './prices-page.html',
  styleUrl: './prices-page.css',
})
export class PricesPage {
  protected readonly view = inject(MenuView);
  readonly #editor = inject(MenuEditor);
  readonly #language = inject(EditingLanguage);
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly text = signal('');
  protected readonly section = signal('');
  protected readonly group = signal('');
  protected readonly onlyDiffering = signal(false);
  /** The ids of selected rows; they stay selected while others are looked for. */
  protected readonly ticked = signal<ReadonlySet<string>>(new Set());
  /** Prices that the last change left as they were, since they would have fallen below zero. */
  protected readonly leftOut = signal(0);
  protected readonly margins = new DishMargins();
  protected readonly texts = new CellTexts<string>();
  protected readonly wrong = this.texts.wrong;

  protected readonly lists = computed(() => this.view.menu()?.priceLists ?? []);
  readonly #first = computed(() => this.lists()[0]?.id ?? '');
  protected readonly all = computed(() => {
    const menu = this.view.menu();
    return menu ? priceRows(menu, (text) => this.#language.read(text), this.#language.writing()) : [];
  });
  protected readonly shown = computed(() => {
    const text = this.text().trim().toLowerCase();
    const [section, group] = [this.section(), this.group()];
    return this.all().filter(
      ({ place, sections, words }) =>
        (section === '' || sections.includes(section)) &&
        (group === '' || place.group === group) &&
        (!this.onlyDiffering() || this.#differs(place.price)) &&
        (text === '' || words.includes(text)),
    );
  });
  /** What the prices on screen are of, as tables; a rule has none. */
  protected readonly tables = computed(() => priceTables(this.shown().map(({ place }) => place)));
  /** The rows that a change is for: those selected, else all that are shown. */
  protected readonly chosen = computed(() => {
    const ticked = this.all().filter(({ id }) => this.ticked().has(id));
    return ticked.length > 0 ? ticked : this.shown();
  });
  protected readonly isEachTicked = computed(
    () => this.shown().length > 0 && this.shown().every(({ id }) => this.ticked().has(id)),
  );
  protected readonly sectionOptions = computed(() => [
    { value: '', label: 'every section' },
    ...(this.view.menu()?.sections ?? []).map(({ id, name }) => ({ value: id, label: this.#language.read(name) })),
  ]);
  protected readonly groupOptions = computed(() => [
    { value: '', label: 'every group' },
    ...(this.view.menu()?.groups ?? []).map(({ id, name }) => ({ value: id, label: name })),
  ]);
  /** The table scrolls back to its start when other rows are looked for. */
  protected readonly list = linkedSignal(() => [...this.shown()]);
  protected readonly byId = (_index: number, { id }: PriceRow) => id;

  protected textOf({ id, place }: PriceRow, list: string): string {
    const isOwn = hasOwnAmount(place.price, list, this.#first());
    return this.texts.textOf(id, list) ?? (isOwn ? this.#amount(place.price, list) : '');
  }

  protected otherwise({ place }: PriceRow, list: string): string {
    return this.#amount(place.price, list);
  }

  protected type(row: PriceRow, list: string, text: string): void {
    const price = this.#typed(row, list, text);
    this.texts.typed(row.id, list, text, price !== undefined);
    if (price !== undefined) this.#put([{ row, price }], `Priced “${row.name}”`, `prices ${row.id} ${list}`);
  }

  protected keydown(event: KeyboardEvent, at: number, column: number): void {
    if (commandLetter(event) === 'd') this.#copyDown(at, this.lists()[column]?.id ?? '');
    else if (rowsDown(event) !== 0) focusCell(this.#host.nativeElement, at + rowsDown(event), column);
    else return;
    event.preventDefault();
  }

  protected tick(ids: readonly string[], isOn: boolean): void {
    const ticked = new Set(this.ticked());
    for (const id of ids)
      if (isOn) ticked.add(id);
      else ticked.delete(id);
    this.ticked.set(ticked);
  }

  protected tickShown(isOn: boolean): void {
    this.tick(
      this.shown().map(({ id }) => id),
      isOn,
    );
  }

  /** The dishes that an offer is for: those of the rows that a change is for. */
  protected readonly chosenDishes = computed(() =>
    this.chosen().flatMap(({ place }) => (place.kind === 'dish' && place.item !== undefined ? [place.item] : [])),
  );
  protected readonly today = clock(undefined).slice(0, 10);

  protected offer({ offer, lowered }: Offering): void {
    const menu = this.view.menu();
    const ids = this.chosenDishes();
    if (!menu) return;
    const count = ids.length === 1 ? '1 dish' : `${ids.length} dishes`;
    const edits = lowered
      ? offerEdits(menu, ids, offer, lowered.raise, lowered.rounding)
      : endOfferEdits(menu, ids, offer);
    this.leftOut.set(lowered ? ids.length - edits.length : 0);
    const what = offer.kind === 'sale' ? 'sale' : `price from ${offer.from} portions`;
    if (edits.length > 0) this.#editor.change(`${lowered ? 'Set' : 'Ended'} the ${what} of ${count}`, edits);
  }

  protected reprice({ raise, rounding, lists, from, label }: Repricing): void {
    const first = this.#first();
    let leftOut = 0;
    const changes = this.chosen().flatMap((row) => {
      const { price, mayBeNegative } = row.place;
      const next = withAmounts(price, this.lists(), new Set(lists), (list) =>
        raised(priceIn(price, from ?? list, first), raise, rounding),
      );
      const isSound = mayBeNegative || Object.values(typeof next === 'number' ? [next] : next).every((one) => one >= 0);
      if (!isSound) leftOut++;
      return isSound && JSON.stringify(next) !== JSON.stringify(price) ? [{ row, price: next }] : [];
    });
    this.leftOut.set(leftOut);
    this.texts.clear();
    this.#put(changes, label);
  }

  #amount(price: Price, list: string): string {
    return moneyText(priceIn(price, list, this.#first()), this.view.digits());
  }

  #differs(price: Price): boolean {
    const first = this.#first();
    return this.lists().some(({ id }) => priceIn(price, id, first) !== priceIn(price, first, first));
  }

  /** The price after a text was typed for a list; undefined if it can't be read. */
  #typed({ place }: PriceRow, list: string, text: string): Price | undefined {
    const amount = text.trim() === '' ? undefined : parseMoney(text, this.view.digits());
    const isRead = text.trim() === '' ? list !== this.#first() : amount !== undefined;
    if (!isRead || (amount !== undefined && amount < 0 && !place.mayBeNegative)) return undefined;
    return withListAmount(place.price, this.lists(), list, amount, 0);
  }

  /** Copies the amount of the row above; with rows selected, that of the first of them to all. */
  #copyDown(at: number, list: string): void {
    const shown = this.shown();
    const ticked = shown.filter(({ id }) => this.ticked().has(id));
    const [from, ...rest] = ticked.length > 1 ? ticked : shown.slice(Math.max(0, at - 1), at + 1);
    if (!from) return;
    const text = this.#amount(from.place.price, list);
    this.texts.clear();
    this.#put(
      rest.flatMap((row) => ((price) => (price === undefined ? [] : [{ row, price }]))(this.#typed(row, list, text))),
      'Copied a price down',
    );
  }

  #put(changes: readonly { readonly row: PriceRow; readonly price: Price }[], label: string, mergeKey?: string): void {
    const menu = this.view.menu();
    if (!menu || changes.length === 0) return;
    const prices = changes.map(({ row: { place }, price }) => ({ place, price }));
    this.#editor.change(label, setPrices(menu, prices), mergeKey === undefined ? {} : { mergeKey });
  }
}
