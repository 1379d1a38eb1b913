import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { type Item, type Price, parsePrice, priceText, type Workbook } from '@hearty-ladle/core';
import { now } from '../../../clock.ts';
import { EditingLanguage } from '../../../state/editing-language.ts';
import { MenuEditor } from '../../../state/menu-editor.ts';
import type { PicturePlace } from '../../../state/pictures.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { AllergenBox } from '../../../ui/allergen-box.ts';
import { PictureBox } from '../../../ui/picture-box.ts';
import { UsesBox } from '../../../ui/uses-box.ts';
import { ButtonDirective } from 'primeng/button';
import { TextField } from '../../../ui/fields/text-field.ts';
import { TickBox } from '../../../ui/fields/tick-box.ts';
import { DateField } from '../../../ui/fields/date-field.ts';

type Field = keyof Item;

/** The optional fields of a dish. */
@Component({
  selector: 'hl-item-more',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AllergenBox, ButtonDirective, DateField, PictureBox, TextField, TickBox, UsesBox],
  templateUrl: './item-more.html',
  styleUrl: './item-more.css',
})
export class ItemMore {
  readonly menu = input.required<Workbook>();
  readonly item = input.required<Item>();
  protected readonly place = computed((): PicturePlace => ({ kind: 'items', id: this.item().id }));
  readonly #view = inject(MenuView);
  readonly #editor = inject(MenuEditor);
  protected readonly language = inject(EditingLanguage);

  protected readonly name = computed(() => this.language.read(this.item().name));
  protected readonly tags = computed(() => (this.item().tags ?? []).join(', '));
  protected readonly sale = computed(() => this.item().sale);
  protected readonly steps = computed(() =>
    (this.item().quantityPrices ?? []).map(({ from, price }) => ({ from, price: this.priceOf(price) })),
  );
  protected readonly CHANNELS = [
    ['online', 'in the shop'],
    ['pos', 'at the till'],
  ] as const;

  protected priceOf(price: Price | undefined): string {
    return price === undefined ? '' : priceText(price, this.#view.digits(), this.#view.lists());
  }

  protected sectionName(id: string) {
    return this.menu().sections.find((section) => section.id === id)?.name;
  }

  /** Sets a field, or removes it when empty. Typing in one field is one undo step. */
  protected set(field: Field, value: Item[Field] | '', typed = false): void {
    const { [field]: _, ...rest } = this.item();
    const isEmpty =
      value === undefined || value === '' || (field !== 'allergens' && Array.isArray(value) && value.length === 0);
    this.#editor.put(
      'items',
      (isEmpty ? rest : { ...rest, [field]: value }) as Item,
      `Changed “${this.name()}”`,
      typed ? { field } : {},
    );
  }

  protected setTags(text: string): void {
    this.set('tags', [
      ...new Set(
        text
          .split(',')
          .map((tag) => tag.trim())
          .filter(Boolean),
      ),
    ]);
  }

  protected setCalories(typed: string): void {
    const text = typed.trim();
    if (text === '') this.set('calories', '');
    else if (/^\d{1,5}$/.test(text)) this.set('calories', Number(text));
  }

  /** A dish sold on all channels, or at all times, has no `channels` or `dayparts`. */
  protected toggle(field: 'channels' | 'dayparts' | 'sections', id: string, on: boolean): void {
    const all = field === 'channels' ? this.CHANNELS.map(([channel]) => channel) : [];
    const now: readonly string[] = this.item()[field] ?? all;
    const next = on ? [...now.filter((it) => it !== id), id] : now.filter((it) => it !== id);
    const isUnrestricted = field === 'channels' && (next.length === 0 || next.length === all.length);
    this.set(field, isUnrestricted ? undefined : (next as never));
  }

  protected moveSection(index: number): void {
    const sections = [...(this.item().sections ?? [])];
    const [moved] = sections.splice(index, 1);
    if (moved !== undefined) this.set('sections', [moved, ...sections]);
  }

  protected startSale(): void {
    const today = now().toISOString().slice(0, 10);
    this.set('sale', { price: this.item().price, from: today, until: today });
  }

  /** Sets part of the sale; a price that can't be read is not taken. */
  protected setSale(typed: { readonly price?: string; readonly from?: string; readonly until?: string }): void {
    const sale = this.sale();
    if (!sale) return;
    const { from = sale.from, until = sale.until } = typed;
    const price = typed.price === undefined ? sale.price : this.#parse(typed.price);
    if (price === undefined) return;
    // The other end moves along, so that a sale never ends before it starts.
    if (typed.until === undefined) this.set('sale', { price, from, until: until < from ? from : until });
    else this.set('sale', { price, from: until < from ? until : from, until });
  }

  protected addStep(): void {
    const steps = this.item().quantityPrices ?? [];
    this.set('quantityPrices', [
      ...steps,
      { from: Math.max(1, ...steps.map(({ from }) => from)) + 1, price: this.item().price },
    ]);
  }

  /** Sets the quantity or the price of a step; what can't be read is not taken. */
  protected setStep(index: number, typed: { readonly from?: string; readonly price?: string }): void {
    const steps = this.item().quantityPrices ?? [];
    const from = Number(typed.from ?? steps[index]?.from);
    const price = typed.price === undefined ? steps[index]?.price : this.#parse(typed.price);
    if (price === undefined || !Number.isInteger(from) || from < 2) return;
    this.set(
      'quantityPrices',
      steps.map((step, i) => (i === index ? { from, price } : step)),
    );
  }

  protected dropStep(index: number): void {
    this.set(
      'quantityPrices',
      (this.item().quantityPrices ?? []).filter((_, i) => i !== index),
    );
  }

  #parse(text: string): Price | undefined {
    const price = parsePrice(text, this.#view.digits(), this.#view.lists());
    const values = price === undefined ? [-1] : Object.values(typeof price === 'number' ? [price] : price);
    return values.every((value) => value >= 0) ? price : undefined;
  }
}
