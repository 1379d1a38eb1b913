import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { KNOWN_ALLERGENS, allergenName } from '../text/allergens.ts';

/** The allergens of something: those listed by law, and others entered before. */
@Component({
  selector: 'hl-allergen-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset>
      <legend class="label">{{ title() }}</legend>
      @for (one of all(); track one.id) {
        <label [class.on]="one.has"><input type="checkbox" [checked]="one.has" (change)="toggle(one.id)" />{{ one.name }}</label>
      }
    </fieldset>
  `,
  styles: `
    @layer app {
      fieldset { display: flex; flex-wrap: wrap; gap: 6px; }
      legend { margin-bottom: 4px; }
      label { display: flex; gap: 6px; align-items: center; min-height: 30px; padding: 0 10px 0 6px; border: 1px solid var(--hairline); border-radius: 999px; background: var(--card); font-size: 13.5px; cursor: pointer; }
      .on { background: var(--amber-soft); border-color: var(--amber); font-weight: 600; }
      input { accent-color: var(--amber); }
    }
  `,
})
export class AllergenBox {
  readonly title = input('Allergens');
  readonly allergens = input.required<readonly string[]>();
  readonly allergensChange = output<string[]>();
  protected readonly all = computed(() => {
    const mine = this.allergens();
    return [...new Set([...KNOWN_ALLERGENS, ...mine])].map((id) => ({ id, name: allergenName(id), has: mine.includes(id) }));
  });

  protected toggle(id: string): void {
    const mine = this.allergens();
    this.allergensChange.emit(mine.includes(id) ? mine.filter((it) => it !== id) : [...mine, id]);
  }
}
