import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** A row of the dish list. */
export interface DishRow {
  readonly id: string;
  readonly name: string;
  readonly words: string;
  readonly price: string;
}

/** The dishes of one section. Alt with the arrow keys moves a dish. */
@Component({
  selector: 'hl-section-dishes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './section-dishes.html',
  styleUrl: './section-dishes.css',
})
export class SectionDishes {
  readonly rows = input.required<readonly DishRow[]>();
  readonly current = input<string>();
  readonly chosen = output<string>();
  readonly moved = output<{ row: DishRow; past: DishRow }>();

  protected keydown(event: KeyboardEvent, row: DishRow): void {
    if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
    event.preventDefault();
    const past = this.rows()[this.rows().indexOf(row) + (event.key === 'ArrowUp' ? -1 : 1)];
    if (past) this.moved.emit({ row, past });
  }
}
