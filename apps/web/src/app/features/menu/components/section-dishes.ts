import { ChangeDetectionStrategy, Component, inject, Injector, input, output, signal } from '@angular/core';
import { FindingsView } from '../../../state/findings-view.ts';
import { FindingMark } from '../../../ui/finding-mark.ts';
import { keepFocus } from '../../../ui/keep-focus.ts';

/** A row of the dish list. */
export interface DishRow {
  readonly id: string;
  readonly name: string;
  readonly words: string;
  readonly price: string;
}

/**
 * The dishes of one section. A dish is moved by dragging its handle, or by Alt with the arrow keys. The browser's own
 * dragging is used here: a drag directive on each of two thousand dishes would slow down every start.
 */
@Component({
  selector: 'hl-section-dishes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FindingMark],
  templateUrl: './section-dishes.html',
  styleUrl: './section-dishes.css',
})
export class SectionDishes {
  readonly rows = input.required<readonly DishRow[]>();
  readonly current = input<string>();
  readonly chosen = output<string>();
  readonly moved = output<{ row: DishRow; past: DishRow }>();
  protected readonly marks = inject(FindingsView).marks;
  readonly #injector = inject(Injector);

  /** The dish being dragged, and the one it is over. */
  protected readonly dragged = signal<DishRow | undefined>(undefined);
  protected readonly over = signal<DishRow | undefined>(undefined);

  protected dragStart(event: DragEvent, row: DishRow): void {
    this.dragged.set(row);
    event.dataTransfer?.setData('text/plain', row.name);
  }

  protected dragOver(event: DragEvent, row: DishRow): void {
    if (!this.dragged()) return;
    event.preventDefault();
    this.over.set(row);
  }

  protected drop(event: DragEvent, past: DishRow): void {
    event.preventDefault();
    const row = this.dragged();
    this.dragged.set(undefined);
    this.over.set(undefined);
    if (row && row !== past) this.moved.emit({ row, past });
  }

  protected keydown(event: KeyboardEvent, row: DishRow): void {
    if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
    event.preventDefault();
    const past = this.rows()[this.rows().indexOf(row) + (event.key === 'ArrowUp' ? -1 : 1)];
    if (!past) return;
    this.moved.emit({ row, past });
    keepFocus(event, this.#injector);
  }
}
