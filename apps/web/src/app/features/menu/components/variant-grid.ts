import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, input, output } from '@angular/core';
import type { CellFields, VariantRow } from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { TableModule } from 'primeng/table';
import { commandLetter, focusCell, rowsDown } from '../../../ui/cell-keys.ts';
import { CellTexts } from '../../../ui/cell-texts.ts';
import { pictureUrl } from '../../../state/picture-url.ts';
import { TickBox } from '../../../ui/fields/tick-box.ts';
import { cellsOf } from '../../../ui/grid-columns.ts';
import type { VariantColumn } from './variant-columns.ts';

/** Fields of combinations that were typed, pasted or filled. */
export type VariantChanges = readonly { readonly pick: VariantRow['pick']; readonly fields: CellFields }[];

/** The combinations of a dish as a grid to type in: arrows and Enter move, Ctrl D fills down, Ctrl R across, a block is pasted. */
@Component({
  selector: 'hl-variant-grid',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, TableModule, TickBox],
  templateUrl: './variant-grid.html',
  styleUrl: './variant-grid.css',
})
export class VariantGrid {
  /** The dish; what can't be read in a cell is forgotten when another is shown. */
  readonly dish = input.required<string>();
  readonly rows = input.required<readonly VariantRow[]>();
  readonly columns = input.required<readonly VariantColumn[]>();
  readonly groups = input.required<readonly string[]>();
  readonly nameOf = input.required<(row: VariantRow, place: number) => string>();
  /** What was changed, and the cell that is typed in, if it is one. */
  readonly changed = output<{ changes: VariantChanges; typed?: string; notUnderstood: number }>();
  /** Somebody wants to see or change the picture of a combination. */
  readonly pictured = output<VariantRow>();
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);
  /** A list of its own: PrimeNG's table wants one. */
  protected readonly list = computed(() => [...this.rows()]);
  protected readonly texts = computed(() => {
    this.dish();
    return new CellTexts<string>();
  });
  protected readonly wrong = computed(() => this.texts().wrong());
  protected readonly byId = (_index: number, { id }: VariantRow) => id;

  protected labelOf(row: VariantRow, title: string): string {
    return `${title}, ${this.groups()
      .map((_, place) => this.nameOf()(row, place))
      .join(', ')}`;
  }

  protected pictureOf({ cell }: VariantRow): string | undefined {
    return cell?.image === undefined ? undefined : pictureUrl(cell.image);
  }

  protected textOf(row: VariantRow, column: VariantColumn): string {
    return this.texts().textOf(row.id, column.id) ?? column.read(row);
  }

  protected type(row: VariantRow, column: VariantColumn, text: string): void {
    const fields = column.write(row, text);
    this.texts().typed(row.id, column.id, text, fields !== undefined);
    if (fields) this.#emit([{ pick: row.pick, fields }], `${row.id} ${column.id}`);
  }

  protected sell(row: VariantRow, isSold: boolean): void {
    this.#emit([{ pick: row.pick, fields: { sold: isSold ? undefined : false } }]);
  }

  protected keydown(event: KeyboardEvent, row: number, column: number): void {
    const letter = commandLetter(event);
    if (letter === 'd' || letter === 'r') this.#fill(row, column, letter === 'd');
    else if (rowsDown(event) !== 0) focusCell(this.#host.nativeElement, row + rowsDown(event), column);
    else return;
    event.preventDefault();
  }

  protected paste(event: ClipboardEvent, row: number, column: number): void {
    const text = event.clipboardData?.getData('text') ?? '';
    if (!/[\t\n]/.test(text.trim())) return;
    event.preventDefault();
    this.#write(cellsOf(text), row, column);
  }

  /** Copies the cell above, or the one to the left. */
  #fill(row: number, column: number, down: boolean): void {
    const from = this.rows()[down ? row - 1 : row];
    const source = this.columns()[down ? column : column - 1];
    if (from && source) this.#write([[source.read(from)]], row, column);
  }

  /** Writes a block of texts from a cell on; what can't be read or lies outside is counted. */
  #write(block: readonly (readonly string[])[], row: number, column: number): void {
    let notUnderstood = 0;
    const changes = block.flatMap((texts, i) => {
      const target = this.rows()[row + i];
      if (!target) notUnderstood += texts.length;
      if (!target) return [];
      let fields: CellFields = {};
      texts.forEach((text, j) => {
        // Two columns may write parts of one price.
        const now = { ...target, cell: { pick: target.pick, ...target.cell, ...fields } as VariantRow['cell'] };
        const written = this.columns()[column + j]?.write(now, text);
        if (written) fields = { ...fields, ...written };
        else notUnderstood++;
      });
      return [{ pick: target.pick, fields }];
    });
    this.texts().clear();
    this.#emit(changes, undefined, notUnderstood);
  }

  #emit(changes: VariantChanges, typed?: string, notUnderstood = 0): void {
    this.changed.emit({ changes, notUnderstood, ...(typed !== undefined && { typed }) });
  }
}
