import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { removeEverywhere, type Target, usesOf, type Workbook } from '@hearty-ladle/core';
import { Button } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { MenuEditor } from '../state/menu-editor.ts';
import { removalMessages } from '../text/removals.ts';
import { describeUse } from '../text/uses.ts';
import { ReturnsFocus } from './returns-focus.ts';

/**
 * Before something in use is deleted: everything that uses it, side effects of the deletion, or why it is impossible.
 */
@Component({
  selector: 'hl-removal-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Button, Dialog, ReturnsFocus],
  templateUrl: './removal-box.html',
  styleUrl: './removal-box.css',
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
  protected readonly uses = computed(() =>
    usesOf(this.menu(), this.target()).map((use) => describeUse(this.menu(), use)),
  );
  protected readonly removal = computed(() => removeEverywhere(this.menu(), this.target()));
  protected readonly sentences = computed(() => removalMessages(this.menu(), this.removal()));

  protected remove(): void {
    const removal = this.removal();
    if (!removal.allowed) return;
    const dish = this.dish();
    this.#editor.change(
      `Deleted “${this.name()}” everywhere`,
      removal.change.edits,
      dish === undefined ? {} : { dish },
    );
    this.removed.emit();
  }
}
