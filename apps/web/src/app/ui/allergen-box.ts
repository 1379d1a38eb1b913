import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { KNOWN_ALLERGENS, allergenName } from '../text/allergens.ts';
import { TickBox } from './fields/tick-box.ts';

/** The allergens of something: those listed by law, and others entered before. */
@Component({
  selector: 'hl-allergen-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TickBox],
  template: `
    <fieldset>
      <legend class="label">{{ title() }}</legend>
      @for (one of all(); track one.id) {
        <hl-tick-box [class.on]="one.has" [checked]="one.has" (checkedChange)="toggle(one.id)">{{
          one.name
        }}</hl-tick-box>
      }
    </fieldset>
  `,
  styleUrl: './allergen-box.css',
})
export class AllergenBox {
  readonly title = input('Allergens');
  readonly allergens = input.required<readonly string[]>();
  readonly allergensChange = output<string[]>();
  protected readonly all = computed(() => {
    const mine = this.allergens();
    return [...new Set([...KNOWN_ALLERGENS, ...mine])].map((id) => ({
      id,
      name: allergenName(id),
      has: mine.includes(id),
    }));
  });

  protected toggle(id: string): void {
    const mine = this.allergens();
    this.allergensChange.emit(mine.includes(id) ? mine.filter((it) => it !== id) : [...mine, id]);
  }
}
