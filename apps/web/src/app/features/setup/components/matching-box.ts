import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { TABLE_NAMES, type TableMatching, type TablesEnd } from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { SelectField } from '../../../ui/fields/select-field.ts';

type Matched = TablesEnd['matched'][number];
type Table = TableMatching['table'];

const TABLES: Readonly<Record<Table, string>> = {
  items: 'Dishes',
  groups: 'Groups',
  choices: 'Choices',
  questions: 'Groups on dishes',
  variants: 'Variants',
  ingredients: 'Ingredients',
  counts: 'Counts',
};
const HOW = { name: '', content: 'by what its cells hold', hand: 'as you said', none: '' } as const;

/** Which table a sheet of somebody's own is and which of its columns are which, to be set right by hand. */
@Component({
  selector: 'hl-matching-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, SelectField],
  template: `<section class="matching" [attr.aria-label]="'Columns of ' + where()">
    <h3>Columns of {{ where() }}</h3>
    <hl-select-field label="It is a table of" [options]="tables" [value]="table()" (chosen)="table.set($event)" />
    <ul>
      @for (column of columns(); track $index) {
        <li>
          <hl-select-field
            [label]="'“' + column.header + '” is'"
            [options]="options()"
            [value]="column.column"
            (chosen)="match($index, $event)"
          />
          <span class="quiet">{{ column.how }}</span>
        </li>
      }
    </ul>
    <p>
      <button pButton type="button" severity="secondary" [disabled]="table() === ''" (click)="read()">
        Read it like this
      </button>
      <span class="quiet">Kept for the next file with the same header.</span>
    </p>
  </section>`,
  styles: `
    @layer app {
      .matching {
        padding: 14px 16px;
        border: 1px solid var(--hairline);
        border-radius: var(--radius);
        background: var(--card);
      }

      p {
        display: flex;
        gap: 12px;
        align-items: center;
      }

      hl-select-field {
        max-width: 260px;
      }

      ul {
        display: grid;
        grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
        gap: 10px 16px;
        margin: 12px 0;
        padding: 0;
        list-style: none;
      }
    }
  `,
})
export class MatchingBox {
  readonly matched = input.required<Matched>();
  /** The headers that each table can have. */
  readonly headers = input.required<TablesEnd['headers']>();
  readonly said = output<TableMatching>();
  protected readonly where = computed(() => this.matched().sheet ?? this.matched().file);
  protected readonly tables = [
    { value: '', label: 'choose which' },
    ...TABLE_NAMES.filter((name) => name !== 'counts').map((name) => ({ value: name, label: TABLES[name] })),
  ];
  protected readonly table = linkedSignal<string>(() => this.matched().table ?? '');
  readonly #chosen = linkedSignal<readonly string[]>(() => this.matched().columns.map(({ column }) => column));
  protected readonly options = computed(() => {
    const headers = this.headers().find(({ table }) => table === this.table())?.headers ?? [];
    return [{ value: '', label: 'not read' }, ...headers.map((header) => ({ value: header, label: header }))];
  });
  protected readonly columns = computed(() =>
    this.matched().columns.map(({ header, column: before, by }, i) => {
      const column = this.#chosen()[i] ?? '';
      return { header, column, how: column === before ? HOW[by] : '' };
    }),
  );

  /** A column of the table is one of the sheet: another that was said to be it is not read any more. */
  protected match(at: number, column: string): void {
    this.#chosen.update((chosen) => chosen.map((one, i) => (i === at ? column : one === column ? '' : one)));
  }

  protected read(): void {
    const table = TABLE_NAMES.find((name) => name === this.table());
    const headers = this.matched().columns.map(({ header }) => header);
    if (table) this.said.emit({ headers, table, columns: [...this.#chosen()] });
  }
}
