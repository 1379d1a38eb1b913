import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { DraftView } from '../state/draft-view.ts';
import { MenuEditor } from '../state/menu-editor.ts';

/** Undo and redo. What can be undone changes with every edit; as a part of its own it is all that is drawn anew. */
@Component({
  selector: 'hl-undo-redo',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective],
  template: `
    <button
      pButton
      type="button"
      [disabled]="!canUndo()"
      (click)="editor.undo()"
      [title]="undoTitle()"
      severity="secondary"
      [text]="true"
    >
      <i class="pi pi-undo" aria-hidden="true"></i>Undo
    </button>
    <button
      pButton
      type="button"
      [disabled]="!canRedo()"
      (click)="editor.redo()"
      title="Ctrl+Shift+Z or Ctrl+Y"
      severity="secondary"
      [text]="true"
    >
      <i class="pi pi-refresh" aria-hidden="true"></i>Redo
    </button>
  `,
  styles: ':host { display: contents; }',
})
export class UndoRedo {
  protected readonly editor = inject(MenuEditor);
  readonly #draft = inject(DraftView);
  protected readonly canUndo = computed(
    () => this.#draft.past().length > 0 || this.#draft.pendingChange() !== undefined,
  );
  protected readonly canRedo = computed(() => this.#draft.future().length > 0);

  /** What undo would take back. */
  protected readonly undoTitle = computed(() => {
    const [pendingChange, past] = [this.#draft.pendingChange(), this.#draft.past()];
    const isPending = pendingChange && past.length <= pendingChange.pastLength;
    const label = isPending ? pendingChange.label : past.at(-1)?.label;
    return label === undefined ? 'Ctrl+Z' : `Undo: ${label} (Ctrl+Z)`;
  });
}
