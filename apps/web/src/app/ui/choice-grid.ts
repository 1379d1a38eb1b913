import { CdkDrag, type CdkDragDrop, CdkDragHandle, CdkDropList } from '@angular/cdk/drag-drop';
import {
  afterNextRender,
  ApplicationRef,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  Injector,
  input,
  linkedSignal,
  output,
  signal,
  type TemplateRef,
} from '@angular/core';
import { type Choice, newChoice, parseTypedList } from '@hearty-ladle/core';
import type { PicturePlace } from '../state/pictures.ts';
import { pictureUrl } from '../state/picture-url.ts';
import { cellsOf, columnsFor, columnOf, GRID_COLUMNS, pasteBlock } from './grid-columns.ts';
import type { Field, GridColumn, GridWords } from './grid-column.ts';
import { NgTemplateOutlet } from '@angular/common';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { Popover } from 'primeng/popover';
import { TableModule } from 'primeng/table';
import { Tag } from 'primeng/tag';
import { SelectField } from './fields/select-field.ts';
import { TickBox } from './fields/tick-box.ts';
import { TextField } from './fields/text-field.ts';
import { CellTexts } from './cell-texts.ts';
import { PictureBox } from './picture-box.ts';
import { GridRows } from './grid-rows.ts';

/**
 * The choices of a group in one grid: Enter goes to the next row (and creates it), Tab to the next cell, arrows up and
 * down, Alt with arrows moves the row, Ctrl+D fills down. A block pasted from a spreadsheet fills cells, several lines
 * become rows with prices, and selected rows can be changed together.
 */
@Component({
  selector: 'hl-choice-grid',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ButtonDirective,
    CdkDrag,
    CdkDragHandle,
    CdkDropList,
    InputText,
    NgTemplateOutlet,
    PictureBox,
    Popover,
    SelectField,
    TableModule,
    Tag,
    TextField,
    TickBox,
  ],
  templateUrl: './choice-grid.html',
  styleUrl: './choice-grid.css',
})
export class ChoiceGrid {
  readonly choices = input.required<readonly Choice[]>();
  readonly words = input.required<GridWords>();
  /** Choices that are hidden without being deleted. */
  readonly hiddenChoices = input<ReadonlySet<string>>(new Set());
  /** The group; what can't be read in a cell is forgotten when another is shown. */
  readonly group = input.required<string>();
  /** The choice whose details are open below its row, and what shows them. */
  readonly opened = input<string>();
  readonly details = input<TemplateRef<{ $implicit: Choice }>>();
  /** The choice to go to. */
  readonly found = input<string>();
  /** What is typed into the box for new choices already. */
  readonly suggested = input('');
  /**
   * The new list of choices, and the field and row that were typed in (absent if rows were added, removed or moved).
   */
  readonly choicesChange = output<{ choices: Choice[]; typed?: string }>();
  readonly choicesHidden = output<{ choices: string[]; hidden: boolean }>();
  readonly detailsRequested = output<string>();
  readonly removalRequested = output<string>();

  protected readonly grid = new GridRows(this.choices, this.group, this.words, (choices, typed) =>
    this.choicesChange.emit({ choices, ...(typed !== undefined && { typed }) }),
  );
  protected readonly rows = this.grid.rows;
  protected readonly ticked = this.grid.ticked;
  protected readonly all = GRID_COLUMNS;
  protected readonly extra = signal<ReadonlySet<Field>>(new Set());
  protected readonly columns = computed(() =>
    GRID_COLUMNS.filter(({ usual, field }) => usual || this.extra().has(field)),
  );
  protected readonly template = computed(
    () =>
      `18px 28px ${this.columns()
        // Beside more columns than fit, the name has room for a long one.
        .map(({ field, width }) => (field === 'name' && this.extra().size > 0 ? '190px' : width))
        .join(' ')} 26px 30px`,
  );
  protected readonly texts = computed(() => {
    this.group();
    return new CellTexts<Field>();
  });
  protected readonly bulkPlace = computed((): PicturePlace => ({
    kind: 'choices',
    group: this.group(),
    ids: [...this.ticked()],
  }));
  protected readonly bulkField = signal<Field>('price');
  protected readonly fields = GRID_COLUMNS.filter(({ field }) => field !== 'name').map(({ field, title }) => ({
    value: field,
    label: title,
  }));
  /** The text in the box below the grid; after adding, the lines that could not be parsed. */
  protected readonly typed = linkedSignal(() => this.suggested());
  protected readonly hasLeftOver = signal(false);
  protected readonly notUnderstood = signal(0);
  protected readonly wrong = computed(() => this.texts().wrong());
  protected readonly hint = computed(() => columnOf(this.wrong()?.field ?? 'name').hint);
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly #app = inject(ApplicationRef);

  constructor() {
    effect(() => {
      const row = this.choices().findIndex(({ id }) => id === this.found());
      // Once for each choice that was found: later changes leave the focus where it is.
      if (row < 0 || this.#shown === this.found()) return;
      this.#shown = this.found();
      afterNextRender(() => this.#select(row, 'name'), { injector: this.#injector });
    });
  }

  #shown: string | undefined;
  readonly #injector = inject(Injector);

  protected readonly byId = (_index: number, { id }: Choice) => id;

  protected textOf(choice: Choice, column: GridColumn): string {
    return this.texts().textOf(choice.id, column.field) ?? column.read(choice, this.words());
  }

  protected nameOf(choice: Choice): string {
    return columnOf('name').read(choice, this.words()) || 'the empty row';
  }

  protected readonly picture = pictureUrl;

  protected type(choice: Choice, field: Field, text: string): void {
    const changed = columnOf(field).write(this.grid.toWrite(choice, field), text, this.words());
    this.texts().typed(choice.id, field, text, changed !== undefined);
    if (changed) this.grid.replace(choice.id, changed, field);
  }

  protected keydown(event: KeyboardEvent, row: number, field: Field): void {
    if (event.key === 'Enter') {
      // With Alt it applies a pending change; the row stays.
      if (event.altKey) return;
      event.preventDefault();
      if (row === this.rows().length - 1) this.add('', row + 1);
      else this.#focus(row + 1, field);
    } else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault();
      const to = row + (event.key === 'ArrowDown' ? 1 : -1);
      if (to < 0 || to >= this.rows().length) return;
      if (event.altKey) this.grid.move(row, to);
      this.#focus(to, field);
    } else if (event.key.toLowerCase() === 'd' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      this.#fillDown(row, field);
    }
  }

  /** A block fills cells; several lines in the first column become rows; a single line is an ordinary paste. */
  protected paste(event: ClipboardEvent, row: number, field: Field): void {
    const text = event.clipboardData?.getData('text') ?? '';
    const hasLines = /\n./.test(text.trim());
    if (!text.includes('\t') && !hasLines) return;
    event.preventDefault();
    if (field === 'name' && !text.includes('\t')) return this.add(text, row + 1);
    const cells = cellsOf(text);
    const { choices, notUnderstood } = pasteBlock(
      this.rows(),
      row,
      columnsFor(cells, this.columns(), field, this.words()),
      cells,
      this.words(),
      (name, taken) => newChoice({ name, price: undefined }, taken),
    );
    this.notUnderstood.set(notUnderstood);
    this.texts().clear();
    this.grid.change(choices);
  }

  /** Adds the lines in the box and keeps the focus there; an empty box adds an empty row. */
  protected addTyped(): void {
    if (this.typed().trim() === '') this.add('');
    else this.#insert(this.typed(), this.rows().length);
  }

  protected add(text: string, at = this.rows().length): void {
    const last = this.#insert(text, at);
    if (last >= 0) this.#focus(last, 'name');
  }

  /**
   * Creates rows from typed lines; lines that can't be parsed stay in the box. An empty text creates an empty row.
   * Returns the last new row, or -1.
   */
  #insert(text: string, at: number): number {
    const { digits, lists } = this.words();
    const { choices: typed, left } =
      text === '' ? { choices: [{ name: '', price: undefined }], left: [] } : parseTypedList(text, digits, lists);
    this.typed.set(left.join('\n'));
    this.hasLeftOver.set(left.length > 0);
    return this.grid.insert(typed, at);
  }

  protected setBulkField(field: string): void {
    this.bulkField.set(columnOf(field as Field).field);
  }

  protected typeInBox(text: string): void {
    this.typed.set(text);
    this.hasLeftOver.set(false);
  }

  protected showColumn(field: Field, on: boolean): void {
    const next = new Set(this.extra());
    if (on) next.add(field);
    else next.delete(field);
    this.extra.set(next);
  }

  /** Writes one text into one field of every selected row; rows that can't take it are unchanged and counted. */
  protected changeTicked(text: string): void {
    this.notUnderstood.set(this.grid.fill(this.ticked(), columnOf(this.bulkField()), text));
  }

  protected hideTicked(hidden: boolean): void {
    this.choicesHidden.emit({ choices: [...this.ticked()], hidden });
  }

  protected drop(event: CdkDragDrop<unknown>): void {
    if (event.previousIndex !== event.currentIndex) this.grid.move(event.previousIndex, event.currentIndex);
  }

  /** Fills down from the first selected row to all selected ones, or from the row above if none is selected. */
  #fillDown(row: number, field: Field): void {
    const column = columnOf(field);
    const [first, ...rest] = this.rows().filter(({ id }) => this.ticked().has(id));
    const from = first ?? this.rows()[row - 1];
    const to = first ? rest : this.rows().slice(row, row + 1);
    if (!from) return;
    this.texts().clear();
    this.grid.fill(new Set(to.map(({ id }) => id)), column, column.read(from, this.words()));
  }

  protected requestRemoval(id: string): void {
    if (!this.grid.drop(id)) this.removalRequested.emit(id);
  }

  /** Renders at once, so that the next key, however fast, goes to the right cell. */
  #focus(row: number, field: Field): void {
    this.#app.tick();
    this.#select(row, field);
  }

  #select(row: number, field: Field): void {
    const cell = this.#host.nativeElement.querySelector<HTMLInputElement>(`[data-cell="${row}-${field}"]`);
    cell?.focus();
    cell?.select();
  }
}
