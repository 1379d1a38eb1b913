import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { allergenName, KNOWN_ALLERGENS } from '@hearty-ladle/core';
import { TickBox } from './fields/tick-box.ts';

/**
 * The allergens of something: those listed by law, and others entered before. “None” is a statement of its own; as long
 * as nothing is entered, guests are promised nothing.
 */
@Component({
  selector: 'hl-allergen-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TickBox],
  template: `
    <fieldset>
      <legend class="label">{{ title() }}</legend>
      <hl-tick-box
        [class.on]="isNone()"
        [checked]="isNone()"
        (checkedChange)="allergensChange.emit($event ? [] : undefined)"
        >None of them</hl-tick-box
      >
      @for (one of all(); track one.id) {
        <hl-tick-box [class.on]="one.has" [checked]="one.has" (checkedChange)="toggle(one.id)">{{
          one.name
        }}</hl-tick-box>
      }
    </fieldset>
    @if (!allergens()) {
      <p class="quiet">Not stated yet: the shop says so, and never “without”.</p>
    }
  `,
  styleUrl: './allergen-box.css',
})
export class AllergenBox {
  readonly title = input('Allergens');
  /** Undefined: nothing is stated. */
  readonly allergens = input.required<readonly string[] | undefined>();
  readonly allergensChange = output<string[] | undefined>();
  protected readonly isNone = computed(() => this.allergens()?.length === 0);
  protected readonly all = computed(() => {
    const mine = this.allergens() ?? [];
    return [...new Set([...KNOWN_ALLERGENS, ...mine])].map((id) => ({
      id,
      name: allergenName(id, 'en'),
      has: mine.includes(id),
    }));
  });

  protected toggle(id: string): void {
    const mine = this.allergens() ?? [];
    const left = mine.includes(id) ? mine.filter((it) => it !== id) : [...mine, id];
    // Taking away the last one does not state that there is none.
    this.allergensChange.emit(left.length === 0 ? undefined : left);
  }
}
