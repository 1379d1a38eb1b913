import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { removeEverywhere, type Target, usesOf, type Workbook } from '@hearty-ladle/core';
import { Button } from 'primeng/button';
import { MenuEditor } from '../state/menu-editor.ts';
import { removalMessages } from '../text/removals.ts';
import { describeUse } from '../text/uses.ts';

/**
 * Before something in use is deleted: everything that uses it, side effects of the deletion, or why it is impossible.
 */
@Component({
  selector: 'hl-removal-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Button],
  template: `
    <section role="alertdialog" [attr.aria-label]="'Delete ' + name()">
      <p>“{{ name() }}” is still used. Deleting it everywhere removes it from all of these; one undo brings it back.</p>
      <ul>@for (use of uses(); track use.key) { <li>{{ use.name }} <span class="quiet">{{ use.what }}</span></li> }</ul>
      @for (message of sentences(); track message) { <p [class.wrong-text]="!removal().allowed">{{ message }}</p> }
      <p class="buttons">
        <p-button label="Cancel" severity="secondary" variant="outlined" (onClick)="closed.emit()" />
        <ng-content />
        <p-button label="Delete everywhere" severity="danger" [disabled]="!removal().allowed" (onClick)="remove()" />
      </p>
    </section>
  `,
  styles: `
    @layer app {
      section { display: grid; gap: 10px; padding: 14px 16px; border: 1px solid var(--beet); border-radius: var(--radius); background: var(--card); }
      ul { display: grid; gap: 2px; max-height: 220px; overflow: auto; }
      .buttons { display: flex; flex-wrap: wrap; gap: 8px; justify-content: flex-end; }
    }
  `,
})
export class RemovalBox {
  readonly menu = input.required<Workbook>();
  readonly target = input.required<Target>();
  readonly name = input.required<string>();
  /** The dish being edited. */
  readonly dish = input<string>();
  readonly closed = output<void>();
  readonly removed = output<void>();
  readonly #editor = inject(MenuEditor);
  protected readonly uses = computed(() => usesOf(this.menu(), this.target()).map((use) => describeUse(this.menu(), use)));
  protected readonly removal = computed(() => removeEverywhere(this.menu(), this.target()));
  protected readonly sentences = computed(() => removalMessages(this.menu(), this.removal()));

  protected remove(): void {
    const removal = this.removal();
    if (!removal.allowed) return;
    const dish = this.dish();
    this.#editor.change(`Deleted “${this.name()}” everywhere`, removal.change.edits, dish === undefined ? {} : { dish });
    this.removed.emit();
  }
}
