import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { CompiledMenu } from '@hearty-ladle/core';
import { allergenName, EU_ALLERGENS } from '@hearty-ladle/core/guest';
import { ButtonDirective } from 'primeng/button';
import { MessagePipe } from '../messages/message.ts';
import { allergenList } from '../text/allergen-list.ts';

/**
 * What a guest can't have: the allergens that the law lists, and others that the menu speaks of. Its boxes are plain
 * ones, like the guest's questions: the shop does not load the kit's tokens.
 */
@Component({
  selector: 'hl-avoid-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, MessagePipe],
  template: `
    <details>
      <summary [class.on]="avoid().length > 0">
        {{
          avoid().length > 0
            ? ('avoid.chosen' | message: locale() : { names: chosen() })
            : ((isForGuest() ? 'avoid.ask-guest' : 'avoid.ask') | message: locale())
        }}
      </summary>
      <fieldset>
        <legend>{{ (isForGuest() ? 'avoid.title-guest' : 'avoid.title') | message: locale() }}</legend>
        @for (one of all(); track one.id) {
          <label class="tick"
            ><input type="checkbox" [checked]="one.isAvoided" (change)="toggle(one.id)" />{{ one.name }}</label
          >
        }
      </fieldset>
      <p class="quiet">
        {{ 'avoid.kitchen' | message: locale() }}
        @if (avoid().length > 0) {
          <button pButton type="button" severity="secondary" [text]="true" (click)="avoidChange.emit([])">
            {{ 'avoid.clear' | message: locale() }}
          </button>
        }
      </p>
    </details>
  `,
  styleUrl: './avoid-box.css',
})
export class AvoidBox {
  readonly menu = input.required<CompiledMenu>();
  readonly avoid = input.required<readonly string[]>();
  readonly locale = input.required<string>();
  /** Entered by somebody else for the guest, as at the till. */
  readonly isForGuest = input(false);
  readonly avoidChange = output<string[]>();

  protected readonly chosen = computed(() => allergenList(this.avoid(), this.locale(), 'disjunction'));
  protected readonly all = computed(() => {
    const { items, groups, ingredients = [] } = this.menu().menu;
    const choices = groups.flatMap((group) => (group.kind === 'choices' ? (group.choices ?? []) : []));
    const named = [...items, ...choices, ...ingredients].flatMap(({ allergens = [] }) => allergens);
    return [...new Set<string>([...EU_ALLERGENS, ...named, ...this.avoid()])]
      .map((id) => ({ id, name: allergenName(id, this.locale()), isAvoided: this.avoid().includes(id) }))
      .sort((a, b) => a.name.localeCompare(b.name, this.locale()));
  });

  protected toggle(id: string): void {
    const avoid = this.avoid();
    this.avoidChange.emit(avoid.includes(id) ? avoid.filter((one) => one !== id) : [...avoid, id]);
  }
}
