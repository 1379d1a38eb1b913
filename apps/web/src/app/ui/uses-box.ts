import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Ingredient, Use } from '@hearty-ladle/core';

/** The ingredients that something uses, with quantities. */
@Component({
  selector: 'hl-uses-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './uses-box.html',
  styleUrl: './uses-box.css',
})
export class UsesBox {
  readonly uses = input.required<readonly Use[]>();
  readonly ingredients = input.required<readonly Ingredient[]>();
  readonly usesChange = output<Use[]>();
  protected readonly rows = computed(() =>
    this.uses().map((use) => {
      const found = this.ingredients().find(({ id }) => id === use.ingredient);
      return { ...use, name: found?.name ?? use.ingredient, unit: found?.unit ?? '' };
    }),
  );
  protected readonly others = computed(() =>
    this.ingredients().filter(({ id }) => !this.uses().some((use) => use.ingredient === id)),
  );

  protected add(box: HTMLSelectElement): void {
    if (box.value) this.usesChange.emit([...this.uses(), { ingredient: box.value, quantity: 1 }]);
    box.value = '';
  }

  /** Quantities have at most three decimals; invalid text is reverted. */
  protected amount(ingredient: string, box: HTMLInputElement): void {
    const quantity = /^\d{1,7}([.,]\d{1,3})?$/.test(box.value.trim()) ? Number(box.value.trim().replace(',', '.')) : 0;
    if (quantity > 0 && quantity <= 1_000_000)
      this.usesChange.emit(this.uses().map((use) => (use.ingredient === ingredient ? { ingredient, quantity } : use)));
    else box.value = String(this.uses().find((use) => use.ingredient === ingredient)?.quantity ?? '');
  }

  protected drop(ingredient: string): void {
    this.usesChange.emit(this.uses().filter((use) => use.ingredient !== ingredient));
  }
}
