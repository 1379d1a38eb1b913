import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Ingredient, Use } from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { TextField } from './fields/text-field.ts';
import { SelectField } from './fields/select-field.ts';
import { namedOptions } from './fields/option.ts';

/** The ingredients that something uses, with quantities. */
@Component({
  selector: 'hl-uses-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, SelectField, TextField],
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
    namedOptions(
      this.ingredients()
        .filter(({ id }) => !this.uses().some((use) => use.ingredient === id))
        .map(({ id, name, unit }) => ({ id, name: `${name} (${unit})` })),
      'Add an ingredient …',
    ),
  );

  protected add(ingredient: string): void {
    if (ingredient) this.usesChange.emit([...this.uses(), { ingredient, quantity: 1 }]);
  }

  /** Quantities have at most three decimals; anything else is not taken. */
  protected amount(ingredient: string, text: string): void {
    const quantity = /^\d{1,7}([.,]\d{1,3})?$/.test(text.trim()) ? Number(text.trim().replace(',', '.')) : 0;
    if (quantity > 0 && quantity <= 1_000_000)
      this.usesChange.emit(this.uses().map((use) => (use.ingredient === ingredient ? { ingredient, quantity } : use)));
  }

  protected drop(ingredient: string): void {
    this.usesChange.emit(this.uses().filter((use) => use.ingredient !== ingredient));
  }
}
