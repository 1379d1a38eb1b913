import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Ingredient, Use } from '@hearty-ladle/core';

/** The ingredients that something uses, with quantities. */
@Component({
  selector: 'hl-uses-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="label">Uses up</p>
    @for (row of rows(); track row.ingredient) {
      <div>
        <span>{{ row.name }}</span>
        <input class="input mono" inputmode="decimal" [attr.aria-label]="'How much ' + row.name + ', in ' + row.unit" [value]="row.quantity" (change)="amount(row.ingredient, $any($event.target))" />
        <span class="quiet">{{ row.unit }}</span>
        <button type="button" class="button bare icon" [attr.aria-label]="'No ' + row.name" (click)="drop(row.ingredient)">×</button>
      </div>
    }
    @if (others().length > 0) {
      <select class="input" aria-label="Add an ingredient" (change)="add($any($event.target))">
        <option value="">Add an ingredient …</option>
        @for (one of others(); track one.id) { <option [value]="one.id">{{ one.name }} ({{ one.unit }})</option> }
      </select>
    }
  `,
  styles: `
    @layer app {
      :host { display: grid; gap: 4px; }
      div { display: grid; grid-template-columns: 1fr 84px 44px 36px; gap: 8px; align-items: center; }
      .input.mono { text-align: right; }
    }
  `,
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
  protected readonly others = computed(() => this.ingredients().filter(({ id }) => !this.uses().some((use) => use.ingredient === id)));

  protected add(box: HTMLSelectElement): void {
    if (box.value) this.usesChange.emit([...this.uses(), { ingredient: box.value, quantity: 1 }]);
    box.value = '';
  }

  /** Quantities have at most three decimals; invalid text is reverted. */
  protected amount(ingredient: string, box: HTMLInputElement): void {
    const quantity = /^\d{1,7}([.,]\d{1,3})?$/.test(box.value.trim()) ? Number(box.value.trim().replace(',', '.')) : 0;
    if (quantity > 0 && quantity <= 1_000_000) this.usesChange.emit(this.uses().map((use) => (use.ingredient === ingredient ? { ingredient, quantity } : use)));
    else box.value = String(this.uses().find((use) => use.ingredient === ingredient)?.quantity ?? '');
  }

  protected drop(ingredient: string): void {
    this.usesChange.emit(this.uses().filter((use) => use.ingredient !== ingredient));
  }
}
