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
  template: `
    <ul>
      @for (row of rows(); track row.id) {
        <li><button type="button" [class.here]="row.id === current()" [attr.aria-current]="row.id === current() ? 'true' : null" title="Alt with the arrow keys moves it" (click)="chosen.emit(row.id)" (keydown)="keydown($event, row)"><span>{{ row.name }}</span><span class="price">{{ row.price }}</span></button></li>
      }
    </ul>
  `,
  styles: `
    @layer app {
      li { content-visibility: auto; contain-intrinsic-size: auto 36px; }
       li button { display: flex; justify-content: space-between; gap: 8px; width: 100%; min-height: 36px; align-items: center; padding: 0 8px; border: 0; border-radius: var(--radius); background: transparent; text-align: left; cursor: pointer; font: 500 15px/1.2 var(--serif); }
       li button:hover { background: var(--card); }
       li .here { background: var(--teal-soft); box-shadow: inset 4px 0 0 var(--teal); }
       li .price { font-size: 12.5px; color: var(--quiet); }
    }
  `,
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
