import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import type { StockThing } from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { TextField } from '../../../ui/fields/text-field.ts';
import { quantityOf } from '../pages/quantity.ts';

interface TypedPack {
  readonly name: string;
  readonly quantity: string;
}
const MOST_PACKS = 6;

/** Where something of stock stands, and the cases and bags in which it is delivered. */
@Component({
  selector: 'hl-thing-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, TextField],
  template: `
    <hl-text-field
      label="Where it stands"
      placeholder="Cold room, dry store …"
      [maxLength]="40"
      [value]="shelf()"
      (typed)="shelf.set($event)"
    />
    @for (pack of rows(); track $index) {
      <div class="pack">
        <hl-text-field
          label="Delivered by the"
          placeholder="case, bag, tray …"
          [maxLength]="40"
          [value]="pack.name"
          (typed)="type($index, { name: $event })"
        />
        <hl-text-field
          [label]="'which holds (' + unit() + ')'"
          inputMode="decimal"
          [isWrong]="isWrong(pack)"
          [value]="pack.quantity"
          (typed)="type($index, { quantity: $event })"
        />
      </div>
    }
    <button pButton type="button" severity="secondary" [disabled]="!isReady()" (click)="keep()">
      Keep shelf and cases
    </button>
  `,
  styleUrl: './thing-form.css',
})
export class ThingForm {
  readonly thing = input.required<StockThing>();
  readonly unit = input.required<string>();
  readonly kept = output<StockThing>();
  /** The same as long as it says the same, so that a sale does not take away what is typed. */
  readonly #stored = computed(() => this.thing(), { equal: isSame });
  protected readonly shelf = linkedSignal(() => this.#stored().shelf);
  readonly #packs = linkedSignal<readonly TypedPack[]>(() =>
    this.#stored().packs.map(({ name, quantity }) => ({ name, quantity: String(quantity) })),
  );
  /** The packs, and an empty row for another. */
  protected readonly rows = computed(() => [...this.#packs(), { name: '', quantity: '' }].slice(0, MOST_PACKS));
  readonly #typed = computed(() => this.#packs().filter(({ name, quantity }) => name.trim() || quantity.trim()));
  protected readonly isReady = computed(
    () =>
      this.#typed().every((pack) => pack.name.trim() !== '' && !this.isWrong(pack)) &&
      !isSame(this.#changed(), this.thing()),
  );
  readonly #changed = computed<StockThing>(() => ({
    what: this.thing().what,
    shelf: this.shelf().trim(),
    packs: this.#typed().map(({ name, quantity }) => ({ name: name.trim(), quantity: quantityOf(quantity) ?? 0 })),
  }));

  protected isWrong({ name, quantity }: TypedPack): boolean {
    return (name.trim() !== '' || quantity.trim() !== '') && !quantityOf(quantity);
  }

  protected type(index: number, change: Partial<TypedPack>): void {
    const packs = this.rows().map((pack, i) => (i === index ? { ...pack, ...change } : pack));
    const last = packs.findLastIndex(({ name, quantity }) => name !== '' || quantity !== '');
    this.#packs.set(packs.slice(0, last + 1));
  }

  protected keep(): void {
    this.kept.emit(this.#changed());
  }
}

function isSame(one: StockThing, other: StockThing): boolean {
  return JSON.stringify(one) === JSON.stringify(other);
}
