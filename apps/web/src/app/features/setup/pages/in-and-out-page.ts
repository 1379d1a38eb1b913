import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { documentOf, TABLE_FILES, type TableFileName, type TableMatching, type TableRow } from '@hearty-ladle/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { FileUpload } from 'primeng/fileupload';
import { ProgressBar } from 'primeng/progressbar';
import { TableModule } from 'primeng/table';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { TickBox } from '../../../ui/fields/tick-box.ts';
import { BringInBox } from '../components/bring-in-box.ts';
import { MatchingBox } from '../components/matching-box.ts';
import { SetupNav } from '../components/setup-nav.ts';
import { pastedFile, readFile, saveFile } from '../../../state/save-file.ts';
import { tablesActions, tablesFeature } from '../../../state/tables-store.ts';

const ROWS_ON_A_PAGE = 50;
const CSV_FILES = TABLE_FILES.filter((file) => file !== 'menu.xlsx');

/** The menu out as tables or as a document, and tables back in: every row is seen before anything changes. */
@Component({
  selector: 'hl-in-and-out-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    BringInBox,
    ButtonDirective,
    FileUpload,
    MatchingBox,
    ProgressBar,
    RouterLink,
    SelectField,
    SetupNav,
    TableModule,
    TextField,
    TickBox,
  ],
  templateUrl: './in-and-out-page.html',
  styleUrls: ['./setup-page.css', './in-and-out-page.css'],
})
export class InAndOutPage {
  readonly #store = inject(Store);
  readonly #editor = inject(MenuEditor);
  readonly #view = inject(MenuView);
  protected readonly ROWS_ON_A_PAGE = ROWS_ON_A_PAGE;
  protected readonly state = this.#store.selectSignal(tablesFeature.selectTablesState);
  protected readonly csvFiles = CSV_FILES.map((file) => ({ value: file, label: TABLE_NAMES_SAID[file] ?? file }));
  protected readonly pasted = signal('');
  protected readonly isOver = signal(false);
  protected readonly isRefusedOnly = signal(false);
  /** One line for each cell that changes or is refused. */
  readonly #lines = computed(() => (this.state().read?.rows ?? []).flatMap(linesOf));
  protected readonly lines = computed(() =>
    this.isRefusedOnly() ? this.#lines().filter(({ says }) => says !== '') : this.#lines(),
  );
  /** The columns that no table has, with where they are. */
  protected readonly unknown = computed(() =>
    (this.state().read?.unknown ?? []).map(({ column, sheet, file }) => `“${column}” in ${sheet ?? file}`).join(', '),
  );
  protected readonly counts = computed(() => {
    const rows = this.state().read?.rows ?? [];
    const of = (status: TableRow['status']) => rows.filter((row) => row.status === status).length;
    return { changed: of('changed'), added: of('added'), refused: of('refused') };
  });
  protected readonly percent = computed(() => {
    const { done = 0, total = 0 } = this.state().running ?? {};
    return total === 0 ? 0 : Math.round((done / total) * 100);
  });

  protected ask(file: TableFileName): void {
    this.#store.dispatch(tablesActions.fileAsked({ file }));
  }

  protected askCsv(file: string): void {
    const found = CSV_FILES.find((one) => one === file);
    if (found) this.ask(found);
  }

  /** The whole menu as a document, as the program and other houses read it. */
  protected saveDocument(): void {
    const menu = this.#view.menu();
    if (!menu) return;
    const bytes = new TextEncoder().encode(`${JSON.stringify(documentOf(menu), null, 2)}\n`);
    saveFile({ name: 'menu.json', content: btoa(Array.from(bytes, (byte) => String.fromCharCode(byte)).join('')) });
  }

  protected drop(event: DragEvent): void {
    event.preventDefault();
    this.isOver.set(false);
    void this.take([...(event.dataTransfer?.files ?? [])]);
  }

  protected async take(files: readonly File[]): Promise<void> {
    const read = await Promise.all(files.map(readFile));
    if (read.length > 0) this.#store.dispatch(tablesActions.filesGiven({ files: read }));
  }

  protected readPasted(): void {
    if (this.pasted().trim() !== '')
      this.#store.dispatch(tablesActions.filesGiven({ files: [pastedFile(this.pasted())] }));
  }

  protected match(matching: TableMatching): void {
    this.#store.dispatch(tablesActions.matchedByHand({ matching }));
  }

  protected bringIn(): void {
    const { read, names } = this.state();
    if (!read?.change) return;
    this.#editor.change(`Brought in ${names.join(', ')}`, read.change.edits);
    this.leave();
  }

  protected leave(): void {
    this.pasted.set('');
    this.#store.dispatch(tablesActions.dropped());
  }
}

const TABLE_NAMES_SAID: Readonly<Record<string, string>> = {
  'items.csv': 'Dishes',
  'groups.csv': 'Groups',
  'choices.csv': 'Choices',
  'questions.csv': 'Groups on dishes',
  'variants.csv': 'Combinations',
  'ingredients.csv': 'Ingredients',
};

interface Line {
  readonly id: string;
  readonly where: string;
  readonly what: string;
  readonly column: string;
  readonly before: string;
  readonly after: string;
  /** Why it is refused; empty if it is not. */
  readonly says: string;
  readonly isNew: boolean;
}

function linesOf(row: TableRow): Line[] {
  const base = {
    where: `${row.sheet ?? row.file}, row ${row.row}`,
    what: row.keys.filter((key) => key !== '').join(' · '),
    isNew: row.status === 'added',
  };
  const id = `${row.file} ${row.sheet ?? ''} ${row.row}`;
  const cells = row.status === 'refused' ? row.faults.map((fault) => ({ ...fault, before: '', after: '' })) : row.cells;
  // Something new may say nothing but what it is.
  const shown = cells.length > 0 ? cells : [{ column: '', before: '', after: '' }];
  return shown.map((cell, i) => ({ ...base, says: '', ...cell, id: `${id} ${i}` }));
}
