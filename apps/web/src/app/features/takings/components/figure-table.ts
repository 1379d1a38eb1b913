import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import { writeCsv } from '@hearty-ladle/core/tables';
import { ButtonDirective } from 'primeng/button';
import { TableModule } from 'primeng/table';
import { saveText } from '../../../state/save-file.ts';
import type { Figure, Row } from '../figures/figure.ts';

/** Rows beyond this come page by page. */
const PAGE = 60;

/** A table of figures that sorts by any column, leads to the orders behind each row, and goes out as CSV. */
@Component({
  selector: 'hl-figure-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, RouterLink, TableModule],
  templateUrl: './figure-table.html',
  styleUrl: './figure-table.css',
})
export class FigureTable {
  readonly figure = input.required<Figure>();
  /** What the file is called, besides the table's name. */
  readonly period = input.required<string>();
  /** What can be done with a row besides looking at its orders, as the label of a button. */
  readonly action = input<string>();
  readonly behind = output<NonNullable<Row['behind']>>();
  readonly acted = output<{ readonly row: Row; readonly event: Event }>();
  protected readonly rows = computed(() => [...this.figure().rows]);
  protected readonly leads = computed(() => this.rows().some(({ behind }) => behind));
  protected readonly PAGE = PAGE;
  protected readonly byId = (_index: number, { id }: Row) => id;

  protected save(): void {
    const { name, columns, rows } = this.figure();
    const table = {
      columns: columns.map(({ label }) => ({ header: label })),
      rows: rows.map(({ cells }) => cells.map(({ value }) => String(value))),
    };
    saveText(`${name}, ${this.period()}.csv`, writeCsv(table));
  }
}
