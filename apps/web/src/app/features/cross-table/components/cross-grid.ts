import { NgTemplateOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import {
  type Choice,
  type CrossCell,
  type CrossPlace,
  type CrossStroke,
  type CrossTable,
  type DecidedCell,
  type Text,
} from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { pictureUrl } from '../../../state/picture-url.ts';
import { type At, type Block, cellsOfBlock, isInBlock, movedBy } from './cross-block.ts';

/** What is copied of a row: which columns it goes with. */
interface CopiedRow {
  readonly row: string;
  readonly columns: ReadonlySet<string>;
}

/**
 * The squares of a cross table: a filled one goes together, a hatched one is decided elsewhere. Drawn by hand, since no
 * control of the kit has a block of squares to drag over and walk through with the arrows.
 */
@Component({
  selector: 'hl-cross-grid',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, NgTemplateOutlet],
  templateUrl: './cross-grid.html',
  styleUrl: './cross-grid.css',
  host: { '(document:pointerup)': 'letGo()', '(document:pointercancel)': 'dragged.set(undefined)' },
})
export class CrossGrid {
  readonly table = input.required<CrossTable>();
  /** What the table is about; the focus, a block and a copied row are forgotten with it. */
  readonly place = input.required<CrossPlace>();
  /** A name in the language that is edited. */
  readonly read = input.required<(text: Text) => string>();
  /** The cells that something else decides on every dish, by `row column`. */
  readonly decided = input.required<ReadonlyMap<string, DecidedCell>>();
  readonly rowTitle = input.required<string>();
  readonly columnTitle = input.required<string>();
  /** Strokes that are one change. */
  readonly strokes = output<readonly CrossStroke[]>();
  /** The cell that has the focus. */
  readonly here = output<CrossCell>();
  readonly #element = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly focused = linkedSignal<CrossPlace, At>({
    source: this.place,
    computation: () => ({ row: 0, column: 0 }),
  });
  /** Where a block chosen by keyboard began. */
  protected readonly anchor = linkedSignal<CrossPlace, At | undefined>({
    source: this.place,
    computation: () => undefined,
  });
  protected readonly dragged = signal<Block | undefined>(undefined);
  protected readonly copied = linkedSignal<CrossPlace, CopiedRow | undefined>({
    source: this.place,
    computation: () => undefined,
  });
  protected readonly block = computed((): Block => {
    const to = this.#within(this.focused());
    return this.dragged() ?? { from: this.anchor() ?? to, to };
  });

  protected readonly columns = computed(() => this.table().columns.map((choice) => this.#head(choice)));
  protected readonly rows = computed(() => {
    const { rows, columns, goesWith } = this.table();
    const decided = this.decided();
    return rows.map((choice) => {
      const head = this.#head(choice);
      const cells = columns.map(({ id }, i) => {
        const goes = goesWith(choice.id, id);
        const isDecided = decided.has(keyOf(choice.id, id));
        const state = isDecided ? 'decided elsewhere' : goes ? 'goes together' : 'does not go together';
        return { id, goes, isDecided, label: `${head.name} with ${this.columns()[i]?.name ?? id}: ${state}` };
      });
      return { ...head, cells, left: cells.filter(({ goes, isDecided }) => goes && !isDecided).length };
    });
  });
  protected readonly leftInColumn = computed(() =>
    this.table().columns.map((_, i) => {
      const cells = this.rows().map(({ cells: row }) => row[i]);
      return cells.filter((cell) => cell?.goes && !cell.isDecided).length;
    }),
  );
  protected readonly leftInAll = computed(() => this.rows().reduce((sum, { left }) => sum + left, 0));

  protected isMarked(at: At): boolean {
    return (this.anchor() !== undefined || this.dragged() !== undefined) && isInBlock(this.block(), at);
  }

  protected isFocusable({ row, column }: At): boolean {
    const at = this.#within(this.focused());
    return at.row === row && at.column === column;
  }

  protected press(event: PointerEvent, at: At): void {
    if (event.button !== 0) return;
    (event.target as Element).releasePointerCapture(event.pointerId);
    this.anchor.set(undefined);
    this.dragged.set({ from: at, to: at });
    this.#focus(at);
  }

  protected over(at: At): void {
    const dragged = this.dragged();
    if (dragged) this.dragged.set({ ...dragged, to: at });
  }

  protected letGo(): void {
    const block = this.dragged();
    if (!block) return;
    this.dragged.set(undefined);
    this.#toggle(block);
  }

  protected keydown(event: KeyboardEvent): void {
    const at = this.#within(this.focused());
    const moved = movedBy(event, at, this.table());
    if (moved) {
      this.anchor.set(event.shiftKey ? (this.anchor() ?? at) : undefined);
      this.#focus(moved);
    } else if (event.key === ' ' || event.key === 'Enter') {
      if (event.shiftKey) this.#toggleRow(at.row);
      else if (event.ctrlKey) this.#toggleColumn(at.column);
      else this.#toggle(this.block());
    } else if (event.key === 'Escape' && this.anchor()) this.anchor.set(undefined);
    else if (event.ctrlKey && event.key === 'c') this.copy(at.row);
    else if (event.ctrlKey && event.key === 'v') this.paste(at.row);
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  #toggleRow(row: number): void {
    this.#toggle({ from: { row, column: 0 }, to: { row, column: this.table().columns.length - 1 } });
  }

  #toggleColumn(column: number): void {
    this.#toggle({ from: { row: 0, column }, to: { row: this.table().rows.length - 1, column } });
  }

  protected readonly rowToggle = (row: number) => () => this.#toggleRow(row);
  protected readonly columnToggle = (column: number) => () => this.#toggleColumn(column);

  protected copy(row: number): void {
    const { rows, columns, goesWith } = this.table();
    const id = rows[row]?.id;
    if (id === undefined) return;
    const going = columns.filter((column) => goesWith(id, column.id)).map((column) => column.id);
    this.copied.set({ row: id, columns: new Set(going) });
  }

  /** Gives a row what another one goes with. */
  protected paste(row: number): void {
    const copied = this.copied();
    const id = this.table().rows[row]?.id;
    if (!copied || id === undefined) return;
    const strokeOf = (together: boolean) => ({
      cells: this.table()
        .columns.filter((column) => copied.columns.has(column.id) === together)
        .map((column) => ({ row: id, column: column.id })),
      together,
    });
    this.strokes.emit([strokeOf(true), strokeOf(false)]);
  }

  protected focusOn(at: At): void {
    this.focused.set(at);
    const [row, column] = [this.table().rows[at.row], this.table().columns[at.column]];
    if (row && column) this.here.emit({ row: row.id, column: column.id });
  }

  /** Fills a block if one of its cells is empty; else empties it. */
  #toggle(block: Block): void {
    const cells = cellsOfBlock(this.table(), block);
    const together = cells.some(({ row, column }) => !this.table().goesWith(row, column));
    if (cells.length > 0) this.strokes.emit([{ cells, together }]);
  }

  #focus(at: At): void {
    this.focusOn(at);
    const cell = this.#element.nativeElement.querySelector<HTMLElement>(`[data-at="${at.row} ${at.column}"]`);
    cell?.focus({ preventScroll: false });
  }

  #within({ row, column }: At): At {
    const { rows, columns } = this.table();
    return {
      row: Math.min(row, Math.max(0, rows.length - 1)),
      column: Math.min(column, Math.max(0, columns.length - 1)),
    };
  }

  #head({ id, name, image }: Choice) {
    return { id, name: this.read()(name), picture: image === undefined ? undefined : pictureUrl(image) };
  }
}

/** The key of a cell among those that are decided. */
export function keyOf(row: string, column: string): string {
  return `${row} ${column}`;
}
